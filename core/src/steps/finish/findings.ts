import {
  THRESHOLDS,
  type FindingTable,
  type MeasuredPhotograph,
  type Surroundings,
} from '../../findings'
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
      readonly code: 'small'
      readonly placement: string
      readonly hasPx: number
      readonly wantsPx: number
    }
  | { readonly code: 'soft'; readonly blurPx: number }

export const FINISH_FINDINGS: FindingTable<FinishFinding> = {
  'over-limit': {
    title: 'Over the byte limit',
    weight: 'blocks',
    remedy: 'Raise the limit, allow a lower quality, or choose a smaller size.',
    figures: ({ bytes, limitBytes }) =>
      `${formatBytes(bytes)}, ${formatBytes(limitBytes)} allowed.`,
  },
  small: {
    title: 'Too few pixels',
    weight: 'look',
    remedy:
      'The product has fewer pixels than the brief asks for. Shoot closer, or choose a smaller size.',
    figures: ({ hasPx, wantsPx, placement }) => `${hasPx} px of ${wantsPx} px for ${placement}.`,
  },
  soft: {
    title: 'Soft',
    weight: 'look',
    remedy: 'The sharpest edges are blurred. Shoot again; sharpening brings no detail back.',
    figures: ({ blurPx }) => `Edges blurred by ${blurPx.toFixed(1)} px.`,
  },
}

export function examineForFinish(
  { facts: { width, height }, measures: { product } }: MeasuredPhotograph,
  { largest }: Surroundings,
): FinishFinding[] {
  const findings: FinishFinding[] = []
  const box = product?.box ?? { width: 1, height: 1 }
  const hasPx = Math.round(Math.max(box.width * width, box.height * height))
  if (largest && hasPx < largest.productPx)
    findings.push({ code: 'small', placement: largest.name, hasPx, wantsPx: largest.productPx })
  if (product && product.blurPx >= THRESHOLDS.blurPx)
    findings.push({ code: 'soft', blurPx: product.blurPx })
  return findings
}

export function checkWeight(
  { bytes }: MadeFile,
  { placement: { name, limitBytes } }: RenditionPlan,
): FinishFinding[] {
  return limitBytes !== null && bytes > limitBytes
    ? [{ code: 'over-limit', placement: name, bytes, limitBytes }]
    : []
}
