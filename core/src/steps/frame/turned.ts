import type { CutMatte } from '../../matte'
import type { PxBox, Size } from '../../raster'

/** Alpha (0…255) from which a pixel is product. */
const HALF = 128

/** The product after a turn: its box, and its centre of weight, in pixels of the turned photograph. */
export interface TurnedProduct {
  readonly box: PxBox
  readonly weight: { readonly x: number; readonly y: number }
}

/** Where a place of the photograph lies once it is turned clockwise about its middle. */
export function turnedPoint(
  { x, y }: { readonly x: number; readonly y: number },
  photograph: Size,
  turnDeg: number,
): { readonly x: number; readonly y: number } {
  const turn = (turnDeg * Math.PI) / 180
  const [cx, cy] = [photograph.width / 2, photograph.height / 2]
  const [dx, dy] = [x - cx, y - cy]
  return {
    x: cx + dx * Math.cos(turn) - dy * Math.sin(turn),
    y: cy + dx * Math.sin(turn) + dy * Math.cos(turn),
  }
}

/**
 * Finds the product in a turned photograph by its pixels at the base level, and where its weight lies. The
 * box of the turned box would be too large: a disc stays as it is.
 *
 * @param box the product's box as it is without a turn, in pixels; it is kept exactly where there is none.
 */
export function turnedProduct(
  { alphas: [{ area, plane }] }: CutMatte,
  box: PxBox,
  photograph: Size,
  turnDeg: number,
): TurnedProduct {
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
      const to = turnDeg === 0 ? at : turnedPoint(at, photograph, turnDeg)
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
  const turned = {
    x: x0 - scaleX / 2,
    y: y0 - scaleY / 2,
    width: x1 - x0 + scaleX,
    height: y1 - y0 + scaleY,
  }
  return { box: turnDeg === 0 ? box : turned, weight: { x: sumX / sum, y: sumY / sum } }
}

/** The largest part of the photograph's own shape that a turned photograph covers, in its middle. */
export function coveredBy(photograph: Size, turnDeg: number): PxBox {
  const turn = Math.abs((turnDeg * Math.PI) / 180)
  const { width, height } = photograph
  const share = Math.min(
    1,
    width / (width * Math.cos(turn) + height * Math.sin(turn)),
    height / (width * Math.sin(turn) + height * Math.cos(turn)),
  )
  return {
    x: (width * (1 - share)) / 2,
    y: (height * (1 - share)) / 2,
    width: width * share,
    height: height * share,
  }
}
