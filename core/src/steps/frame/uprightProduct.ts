import type { CutMatte } from '../../matte'
import type { PxBox, Size } from '../../raster'
import type { Point } from './convex'
import { moved, type Upright } from './upright'

/** Alpha (0…255) from which a pixel is product. */
const HALF = 128

/** The product once it is upright: its box, and its centre of weight, in pixels of the upright photograph. */
export interface UprightProduct {
  readonly box: PxBox
  readonly weight: Point
}

/**
 * Finds the product in a photograph that was made upright by its pixels at the base level, and where its
 * weight lies. The box of the turned box would be too large: a disc stays as it is.
 *
 * @param box the product's box as it is in the photograph, in pixels; it is kept exactly where nothing is done.
 */
export function uprightProduct(
  { alphas: [{ area, plane }] }: CutMatte,
  box: PxBox,
  photograph: Size,
  upright: Upright | null,
): UprightProduct {
  const scaleX = (area.width * photograph.width) / plane.width
  const scaleY = (area.height * photograph.height) / plane.height
  const left = area.x * photograph.width
  const top = area.y * photograph.height
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  let [sum, sumX, sumY] = [0, 0, 0]
  for (let y = 0, i = 0; y < plane.height; y++)
    for (let x = 0; x < plane.width; x++, i++) {
      const alpha = plane.data[i]!
      if (alpha < HALF) continue
      const at = { x: left + (x + 0.5) * scaleX, y: top + (y + 0.5) * scaleY }
      const to = upright ? moved(upright.forth, at) : at
      x0 = Math.min(x0, to.x)
      y0 = Math.min(y0, to.y)
      x1 = Math.max(x1, to.x)
      y1 = Math.max(y1, to.y)
      sum += alpha
      sumX += alpha * to.x
      sumY += alpha * to.y
    }
  if (sum === 0) return { box, weight: { x: box.x + box.width / 2, y: box.y + box.height / 2 } }
  // What was measured are the middles of pixels.
  const whole = {
    x: x0 - scaleX / 2,
    y: y0 - scaleY / 2,
    width: x1 - x0 + scaleX,
    height: y1 - y0 + scaleY,
  }
  return { box: upright ? whole : box, weight: { x: sumX / sum, y: sumY / sum } }
}
