import { mendInCells, MISSING, type Hole } from '../../../mending'
import type { Patch, Source } from '../../../source'
import { boxOfStroke, brushHold, strokeAt, wholePixels } from '../../../strokes'
import type { RetouchOf } from '../retouches'

/** What the brush holds at least this much is rebuilt: where it is soft, the rest fades by itself. */
const HELD = 0.25
/** The border that says how the surface goes on, as a share of the brush, and at least, in pixels. */
const MARGIN = 0.35
const MIN_MARGIN_PX = 4
/** Pieces are about as large as the brush, within these sides, in pixels. */
const CELL_PX = { least: 24, most: 96 } as const

/** Rebuilds what a stroke covers from around it. */
export function mendStroke(
  source: Source,
  work: Pick<RetouchOf<'mend'>, 'points' | 'radius' | 'hardness'>,
): Patch[] {
  const stroke = strokeAt(work, source.size)
  const margin = Math.max(MIN_MARGIN_PX, Math.round(MARGIN * stroke.radius))
  const inside = wholePixels(boxOfStroke(stroke, 1), source.size)
  if (!inside) return []
  const window = {
    x: inside.x - margin,
    y: inside.y - margin,
    width: inside.width + 2 * margin,
    height: inside.height + 2 * margin,
  }
  const hold = brushHold(stroke, window)
  const hole: Hole = { window, mask: new Uint8Array(hold.data.length) }
  for (let i = 0; i < hold.data.length; i++) if (hold.data[i]! >= HELD) hole.mask[i] = MISSING
  if (!hole.mask.includes(MISSING)) return []
  const cell = Math.round(Math.min(CELL_PX.most, Math.max(CELL_PX.least, 2 * stroke.radius)))
  return mendInCells(source, hole, margin, [], { cellPx: cell })
}
