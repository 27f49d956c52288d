import type { MarkOf } from '../settings'
import { layFlat } from './flat'
import type { Stacks } from './place'
import { plateDrawn } from './plate'
import { UNITS_PER_PCT, type LaidMark, type Surface } from './surface'

/** A plain shape. */
export function layShape(mark: MarkOf<'shape'>, surface: Surface, stacks: Stacks): LaidMark {
  const size = { width: mark.widthPct * UNITS_PER_PCT, height: mark.heightPct * UNITS_PER_PCT }
  return layFlat(mark, size, plateDrawn(mark.plate, { x: 0, y: 0, ...size }), surface, stacks)
}
