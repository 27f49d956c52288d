import type { BriefSteps } from '@cloudbank/core/brief'
import { strings } from './strings'

export type Behind = BriefSteps['ground']['behind']
export type BehindKind = Behind['kind']

/** What can lie behind a product, in words. A picture has to be brought in first. */
export const BEHIND_CHOICES: readonly { readonly value: BehindKind; readonly words: string }[] = [
  { value: 'colour', words: strings.plainColour },
  { value: 'gradient', words: strings.twoColours },
  { value: 'picture', words: strings.pictureInline },
  { value: 'cleaned', words: strings.backdropsOwnColourCleaned },
  { value: 'transparent', words: strings.transparent },
  { value: 'original', words: strings.photographedBackdrop },
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
      return strings.groundTo(behind.from, behind.to)
    case 'cleaned':
      return strings.groundBackdropCleanedL(behind.lightness)
    case 'picture':
      return strings.groundPicture(behind.name)
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
