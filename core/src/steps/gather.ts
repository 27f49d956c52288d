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
    title: 'Nearly the same picture',
    weight: 'note',
    remedy: 'Keep the better one and remove the other.',
    figures: ({ of }) => `As ${of}.`,
  },
  heavy: {
    title: 'Heavy for what it is',
    weight: 'note',
    remedy: 'Only the renditions go out; a JPEG would hold the same photograph.',
    figures: ({ why, bytes }) =>
      why === 'png' ? `A photograph kept as PNG, ${formatBytes(bytes)}.` : `${formatBytes(bytes)}.`,
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
