import { planeF32, type PlaneF32, type PxBox, type Size } from '../../../raster'
import { boxOfStroke, brushHold, strokeAt, wholePixels } from '../../../strokes'
import type { Repair } from '../repair/repairs'

/** Whether any of these says that what one sees through the product is backdrop. */
export const hasSeeThrough = (repairs: readonly Repair[]): boolean =>
  repairs.some(({ kind }) => kind === 'seeThrough')

/**
 * How far each pixel is said to be see-through, 0…1: as firmly as the strokes hold it, less what was painted or
 * erased over them later.
 *
 * @param photograph at the scale of the window.
 * @param window part of it, in its pixels; its sides are whole.
 */
export function seeThroughShare(
  repairs: readonly Repair[],
  photograph: Size,
  window: PxBox,
): PlaneF32 {
  const share = planeF32(window)
  for (const repair of repairs) {
    if (repair.kind !== 'seeThrough' && repair.kind !== 'paint' && repair.kind !== 'erase') continue
    const stroke = strokeAt(repair, photograph)
    const { x, y, ...size } = boxOfStroke(stroke, 1)
    const part = wholePixels({ x: x - window.x, y: y - window.y, ...size }, window)
    if (!part) continue
    const hold = brushHold(stroke, { ...part, x: part.x + window.x, y: part.y + window.y })
    for (let row = 0, k = 0; row < part.height; row++)
      for (let col = 0; col < part.width; col++, k++) {
        const i = (part.y + row) * window.width + part.x + col
        const before = share.data[i]!
        const held = hold.data[k]!
        share.data[i] =
          repair.kind === 'seeThrough' ? before + held * (1 - before) : before * (1 - held)
      }
  }
  return share
}
