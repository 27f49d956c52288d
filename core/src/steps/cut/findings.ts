import type { FindingTable, MeasuredPhotograph } from '../../findings'
import type { Matte } from '../../matte'
import { countOf, formatPercent } from '../../words'
import type { SeeThrough } from './seeThrough'
import { confidenceOf, expectedMiss } from './confidence'

export type CutFinding =
  | { readonly code: 'no-product' }
  | {
      readonly code: 'edge-unsure'
      /** Share of the outline that lies along no sharp edge. */
      readonly share01: number
      readonly confidence01?: number
      /** About what share of the product is probably wrong. */
      readonly miss01?: number
    }
  | { readonly code: 'runs-out-of-frame' }
  | { readonly code: 'repaired'; readonly count: number }
  | { readonly code: 'cut-at-border' }
  | { readonly code: 'cut-detail' }
  | { readonly code: 'holes'; readonly count: number }
  | { readonly code: 'see-through-unknown' }

export const CUT_FINDINGS: FindingTable<CutFinding> = {
  'no-product': {
    title: 'No product found',
    weight: 'look',
    remedy: 'Left uncut. Check that the photograph shows a product.',
  },
  'edge-unsure': {
    title: 'Edge unsure',
    weight: 'look',
    remedy: 'Compare the outline with the original.',
    // Findings that were kept by earlier versions have neither.
    figures: ({ share01, confidence01, miss01 }) =>
      confidence01 === undefined
        ? `${formatPercent(share01, 0)} of the outline.`
        : miss01 === undefined
          ? `${formatPercent(confidence01, 0)} likely to be right.`
          : `${formatPercent(confidence01, 0)} likely to be right; about ${formatPercent(miss01, 0)} of the product may be wrong.`,
  },
  'runs-out-of-frame': {
    title: 'Runs out of the frame',
    weight: 'note',
    remedy: 'Left uncut, as a detail shot.',
  },
  repaired: {
    title: 'Cut repaired by hand',
    weight: 'note',
    remedy: 'Nothing to do; hidden repairs don’t count.',
    figures: ({ count }) => `${countOf(count, 'repair')}.`,
  },
  'cut-at-border': {
    title: 'Reaches the edge',
    weight: 'note',
    remedy: 'The product reaches the edge of the photograph. Check that none of it is missing.',
  },
  'cut-detail': {
    title: 'Detail, cut out',
    weight: 'note',
    remedy: 'The product runs out of the frame: it is cut out, and framed as photographed.',
  },
  holes: {
    title: 'Open gaps',
    weight: 'note',
    remedy: 'Gaps inside the product were opened. Check that no glass was.',
  },
  'see-through-unknown': {
    title: 'Backdrop behind glass unknown',
    weight: 'look',
    remedy:
      'The backdrop about the see-through part isn’t plain, so what shows through can’t be measured. It was kept as it was cut.',
  },
}

/**
 * A cut that is less likely to be good than this wants a look: chosen on the sets of the judge, each judged by
 * a model of the others, so that of cuts under 0.93 nearly all are flagged and of those over 0.97 a fifth at most.
 */
const SURE_ENOUGH = 0.85

/** @param seeThrough what was said to be see-through, if anything was. */
export function matteFindings(matte: Matte, seeThrough: SeeThrough | null): CutFinding[] {
  if (matte.kind === 'uncut') return [{ code: matte.reason }]
  const findings: CutFinding[] = []
  if (seeThrough && !seeThrough.paper) findings.push({ code: 'see-through-unknown' })
  const { signs } = matte
  // Who repaired a cut has looked at it.
  if (matte.repairs > 0) findings.push({ code: 'repaired', count: matte.repairs })
  else if (signs && confidenceOf(signs) < SURE_ENOUGH)
    findings.push({
      code: 'edge-unsure',
      share01: matte.unsure,
      confidence01: confidenceOf(signs),
      miss01: expectedMiss(signs),
    })
  if (matte.atBorder !== 'clear')
    findings.push({ code: matte.atBorder === 'touches' ? 'cut-at-border' : 'cut-detail' })
  if (matte.holes > 0) findings.push({ code: 'holes', count: matte.holes })
  return findings
}

export const examineForCut = ({ measures }: MeasuredPhotograph): CutFinding[] =>
  measures.product ? [] : [{ code: 'no-product' }]
