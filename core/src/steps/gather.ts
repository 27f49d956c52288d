import {
  THRESHOLDS,
  type FindingTable,
  type MeasuredPhotograph,
  type Surroundings,
} from '../findings'
import { formatBytes } from '../words'

/** What is found when photographs come in, before any step. */
export type GatherFinding =
  | { readonly code: 'duplicate'; readonly of: string }
  | { readonly code: 'heavy'; readonly bytes: number; readonly why: 'png' | 'bytes' }

export const GATHER_FINDINGS: FindingTable<GatherFinding> = {
  duplicate: {
    title: 'Near duplicate',
    weight: 'note',
    remedy: 'Keep the better one and remove the other.',
    figures: ({ of }) => `Of ${of}.`,
  },
  heavy: {
    title: 'Large file',
    weight: 'note',
    remedy: 'Only renditions are delivered; a JPEG of the same photograph would be much smaller.',
    figures: ({ why, bytes }) =>
      why === 'png'
        ? `A photograph saved as PNG, ${formatBytes(bytes)}.`
        : `${formatBytes(bytes)}.`,
  },
}

export function examineOnArrival(
  { facts: { type, width, height, bytes } }: MeasuredPhotograph,
  { duplicateOf }: Surroundings,
): GatherFinding[] {
  const findings: GatherFinding[] = []
  if (type === 'png') findings.push({ code: 'heavy', bytes, why: 'png' })
  else if (bytes / (width * height) > THRESHOLDS.heavyBytesPerPixel)
    findings.push({ code: 'heavy', bytes, why: 'bytes' })
  if (duplicateOf !== null) findings.push({ code: 'duplicate', of: duplicateOf })
  return findings
}
