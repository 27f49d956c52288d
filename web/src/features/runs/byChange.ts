import type { RunChange } from '../../work/runs'
import { strings } from './strings'

/** By what changes are put in order. */
export type By = 'bytes' | 'pixels' | 'quality'

export const BY: Readonly<Record<By, string>> = {
  bytes: strings.bytes,
  pixels: strings.pixels,
  quality: strings.quality,
}

const VALUE: Readonly<Record<By, (row: RunChange['after']) => number>> = {
  bytes: ({ bytes }) => bytes,
  pixels: ({ width, height }) => width * height,
  quality: ({ qualityPct }) => qualityPct,
}

/**
 * Changes with the largest first: what became worse before what became better by as much (heavier, smaller, of lower
 * quality), and what is new at the end.
 */
export function byChange(changes: readonly RunChange[], by: By): RunChange[] {
  const worse = by === 'bytes' ? 1 : -1
  const changeOf = ({ before, after }: RunChange): number =>
    before ? worse * (VALUE[by](after) - VALUE[by](before)) : 0
  const order = (change: RunChange): number => Math.abs(changeOf(change))
  return [...changes].sort(
    (a, b) =>
      Number(b.before !== null) - Number(a.before !== null) ||
      order(b) - order(a) ||
      changeOf(b) - changeOf(a) ||
      VALUE.bytes(b.after) - VALUE.bytes(a.after),
  )
}
