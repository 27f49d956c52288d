import type { FindingTable } from '../../findings'
import { countOf, formatPercent } from '../../words'

export type TidyFinding =
  | { readonly code: 'texture-calmed'; readonly count: number }
  | { readonly code: 'banding'; readonly share01: number }
  | { readonly code: 'very-dirty'; readonly count: number }
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

export function cleanFindings(specks: number, works: number, textured: number): TidyFinding[] {
  const findings: TidyFinding[] = []
  if (textured > 0) findings.push({ code: 'texture-calmed', count: textured })
  if (specks > 0) findings.push({ code: specks > MANY ? 'very-dirty' : 'cleaned', count: specks })
  if (works > 0) findings.push({ code: 'worked-on', count: works })
  return findings
}
