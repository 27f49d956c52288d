import type { FindingTable, MeasuredPhotograph } from '../../findings'
import type { Matte } from '../../matte'
import { formatPercent } from '../../words'

export type CutFinding =
  | { readonly code: 'no-product' }
  | { readonly code: 'edge-unsure'; readonly share01: number }
  | { readonly code: 'runs-out-of-frame' }
  | { readonly code: 'holes'; readonly count: number }

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
    figures: ({ share01 }) => `${formatPercent(share01, 0)} of the outline.`,
  },
  'runs-out-of-frame': {
    title: 'Runs out of the frame',
    weight: 'note',
    remedy: 'Left uncut and whole, as a detail shot.',
  },
  holes: {
    title: 'Open gaps',
    weight: 'note',
    remedy: 'Gaps inside the product were opened. Check that glass was not.',
  },
}

/** Share of unsure outline from which a shot wants a look. */
const UNSURE = 0.2

export function matteFindings(matte: Matte): CutFinding[] {
  if (matte.kind === 'uncut') return [{ code: matte.reason }]
  const findings: CutFinding[] = []
  if (matte.unsure > UNSURE) findings.push({ code: 'edge-unsure', share01: matte.unsure })
  if (matte.holes > 0) findings.push({ code: 'holes', count: matte.holes })
  return findings
}

export const examineForCut = ({ measures }: MeasuredPhotograph): CutFinding[] =>
  measures.product ? [] : [{ code: 'no-product' }]
