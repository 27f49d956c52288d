import type { FindingTable } from '../../findings'
import { countOf, formatPercent } from '../../words'

export type TidyFinding =
  | { readonly code: 'texture-calmed'; readonly count: number }
  | { readonly code: 'banding'; readonly share01: number }
  | { readonly code: 'very-dirty'; readonly count: number }
  | { readonly code: 'maybe-print'; readonly count: number }
  | { readonly code: 'cleaned'; readonly count: number }
  | { readonly code: 'worked-on'; readonly count: number }

export const TIDY_FINDINGS: FindingTable<TidyFinding> = {
  'texture-calmed': {
    title: 'Texture smoothed',
    weight: 'look',
    remedy: 'Check that the surface still looks right; use a weaker brush if not.',
    figures: ({ count }) => `${countOf(count, 'stroke')} over texture.`,
  },
  banding: {
    title: 'Bands',
    weight: 'look',
    remedy: 'Check it in the strain view.',
    figures: ({ share01 }) => `${formatPercent(share01, 0)} of the backdrop in bands.`,
  },
  'very-dirty': {
    title: 'Very dirty',
    weight: 'look',
    remedy: 'Check what was cleaned, and reject marks that belong to the surface.',
    figures: ({ count }) => `${countOf(count, 'speck')} cleaned.`,
  },
  'maybe-print': {
    title: 'Dirt or print',
    weight: 'look',
    remedy: 'On the bench, accept each as dirt or reject it; until then it stays.',
    figures: ({ count }) => `${countOf(count, 'mark')} that may be print.`,
  },
  cleaned: {
    title: 'Cleaned',
    weight: 'note',
    remedy: 'Nothing to do; each speck can be rejected.',
    figures: ({ count }) => `${countOf(count, 'speck')}.`,
  },
  'worked-on': {
    title: 'Retouched by hand',
    weight: 'note',
    remedy: 'Nothing to do; hidden retouches don’t count.',
    figures: ({ count }) => `${countOf(count, 'work')}.`,
  },
}

/** More specks than this want a look. */
const MANY = 250
/** From this share on bands are seen. */
const SEEN_BANDS = 0.25

export const bandFindings = (share01: number): TidyFinding[] =>
  share01 >= SEEN_BANDS ? [{ code: 'banding', share01 }] : []

export function cleanFindings(counts: {
  readonly cleaned: number
  readonly asked: number
  readonly works: number
  readonly textured: number
}): TidyFinding[] {
  const { cleaned, asked, works, textured } = counts
  const findings: TidyFinding[] = [
    { code: 'texture-calmed', count: textured },
    { code: 'maybe-print', count: asked },
    { code: cleaned > MANY ? 'very-dirty' : 'cleaned', count: cleaned },
    { code: 'worked-on', count: works },
  ]
  return findings.filter((finding) => 'count' in finding && finding.count > 0)
}
