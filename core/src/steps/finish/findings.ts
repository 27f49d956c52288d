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
  | {
      readonly code: 'ground-off'
      readonly placement: string
      readonly asked: string
      readonly came: string
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
  'ground-off': {
    title: 'Backdrop colour shifted by the format',
    weight: 'note',
    remedy: 'Choose PNG, another colour, or a higher quality.',
    figures: ({ asked, came }) => `${asked} becomes ${came}.`,
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

/** What is wrong with a finished file: more bytes than allowed, or a ground of another colour. */
export function checkFinished(
  { bytes, ground }: MadeFile,
  { placement: { name, limitBytes }, behind }: RenditionPlan,
): FinishFinding[] {
  const found: FinishFinding[] = []
  if (limitBytes !== null && bytes > limitBytes)
    found.push({ code: 'over-limit', placement: name, bytes, limitBytes })
  if (ground !== null && behind.kind === 'colour' && ground !== behind.colour)
    found.push({ code: 'ground-off', placement: name, asked: behind.colour, came: ground })
  return found
}
