import { THRESHOLDS, type FindingTable, type MeasuredPhotograph } from '../../findings'
import { formatBytes } from '../../words'
import type { RenditionPlan } from '../renditionPlan'
import type { MadeFile } from '../step'

export type FinishFinding =
  | {
      readonly code: 'over-limit'
      readonly placement: string
      readonly bytes: number
      readonly limitBytes: number
    }
  | { readonly code: 'soft'; readonly blurPx: number }

export const FINISH_FINDINGS: FindingTable<FinishFinding> = {
  'over-limit': {
    title: 'Over the size limit',
    weight: 'blocks',
    remedy: 'Raise the limit, allow a lower quality, or choose a smaller size.',
    figures: ({ bytes, limitBytes }) =>
      `${formatBytes(bytes)}, ${formatBytes(limitBytes)} allowed.`,
  },
  soft: {
    title: 'Soft',
    weight: 'look',
    remedy:
      'Even the sharpest edges are blurred. Shoot it again; sharpening can’t bring detail back.',
    figures: ({ blurPx }) => `Edges blurred by ${blurPx.toFixed(1)} px.`,
  },
}

export const examineForFinish = ({ measures: { product } }: MeasuredPhotograph): FinishFinding[] =>
  product && product.blurPx >= THRESHOLDS.blurPx ? [{ code: 'soft', blurPx: product.blurPx }] : []

export function checkWeight(
  { bytes }: MadeFile,
  { placement: { name, limitBytes } }: RenditionPlan,
): FinishFinding[] {
  return limitBytes !== null && bytes > limitBytes
    ? [{ code: 'over-limit', placement: name, bytes, limitBytes }]
    : []
}
