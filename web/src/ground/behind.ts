import type { BriefSteps } from '@cloudbank/core/brief'

export type Behind = BriefSteps['ground']['behind']
export type BehindKind = Behind['kind']

/** What can lie behind a product, in words. A picture has to be brought in first. */
export const BEHIND_CHOICES: readonly { readonly value: BehindKind; readonly words: string }[] = [
  { value: 'colour', words: 'a plain colour' },
  { value: 'gradient', words: 'two colours' },
  { value: 'picture', words: 'a picture' },
  { value: 'cleaned', words: 'the backdrop’s own colour, cleaned' },
  { value: 'transparent', words: 'transparent' },
  { value: 'original', words: 'the photographed backdrop' },
]

/** What a kind begins with; a colour that was chosen goes on into two. */
export function behindOf(kind: Exclude<BehindKind, 'picture'>, before: Behind): Behind {
  const colour =
    before.kind === 'colour' ? before.colour : before.kind === 'gradient' ? before.from : '#FFFFFF'
  switch (kind) {
    case 'colour':
      return { kind, colour }
    case 'gradient':
      return { kind, shape: 'linear', from: colour, to: '#D8D8D8', angleDeg: 0 }
    case 'cleaned':
      return { kind, lightness: 95 }
    case 'transparent':
    case 'original':
      return { kind }
  }
}

/** What a history says of it. */
export const behindWords = (behind: Behind): string => {
  switch (behind.kind) {
    case 'colour':
      return `Ground ${behind.colour}`
    case 'gradient':
      return `Ground ${behind.from} to ${behind.to}`
    case 'cleaned':
      return `Ground: backdrop cleaned, L* ${behind.lightness}`
    case 'picture':
      return `Ground: the picture ${behind.name}`
    case 'transparent':
    case 'original':
      return `Ground: ${BEHIND_CHOICES.find(({ value }) => value === behind.kind)?.words ?? ''}`
  }
}

/** The colours of these grounds, each once. */
export const coloursOf = (grounds: readonly (Behind | undefined)[]): string[] => [
  ...new Set(
    grounds.flatMap((behind) => {
      if (behind?.kind === 'colour') return [behind.colour]
      return behind?.kind === 'gradient' ? [behind.from, behind.to] : []
    }),
  ),
]
