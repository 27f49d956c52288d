import type { LinearRgba, PxBox, Size } from '../raster'
import { turnedPoint } from '../steps'

/** Pixels that a sample reaches to each side. */
const REACH = 2

/** A part of the photograph as it lies, from which a turned window can be filled. */
export interface FlatPart {
  readonly window: PxBox
  readonly size: Size
}

/** The part of a photograph that a turned window needs, at the window's own scale. */
export function flatPartFor(
  window: PxBox,
  size: Size,
  photograph: Size,
  turnDeg: number,
): FlatPart {
  const scale = size.width / window.width
  const corners = [0, 1, 2, 3].map((k) =>
    turnedPoint(
      { x: window.x + (k % 2) * window.width, y: window.y + (k >> 1) * window.height },
      photograph,
      -turnDeg,
    ),
  )
  const margin = (REACH + 1) / scale
  const left = Math.min(...corners.map(({ x }) => x)) - margin
  const top = Math.min(...corners.map(({ y }) => y)) - margin
  const width = Math.ceil((Math.max(...corners.map(({ x }) => x)) + margin - left) * scale)
  const height = Math.ceil((Math.max(...corners.map(({ y }) => y)) + margin - top) * scale)
  return {
    window: { x: left, y: top, width: width / scale, height: height / scale },
    size: { width, height },
  }
}

/**
 * Fills a turned window from a flat part, by a cubic through the pixels (Keys 1981, Cubic convolution
 * interpolation for digital image processing), in linear light, premultiplied. Outside of the part is nothing.
 */
export function turnInto(
  picture: LinearRgba,
  window: PxBox,
  flat: LinearRgba,
  part: FlatPart,
  photograph: Size,
  turnDeg: number,
): void {
  const scale = picture.width / window.width
  const weightsX = new Float32Array(4)
  const weightsY = new Float32Array(4)
  const place = (x: number, y: number) =>
    turnedPoint({ x: window.x + x / scale, y: window.y + y / scale }, photograph, -turnDeg)
  for (let y = 0, p = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++, p += 4) {
      const from = place(x + 0.5, y + 0.5)
      const fx = (from.x - part.window.x) * scale - 0.5
      const fy = (from.y - part.window.y) * scale - 0.5
      const ix = Math.floor(fx)
      const iy = Math.floor(fy)
      cubic(weightsX, fx - ix)
      cubic(weightsY, fy - iy)
      let [r, g, b, a] = [0, 0, 0, 0]
      for (let j = 0; j < 4; j++) {
        const row = iy + j - 1
        if (row < 0 || row >= flat.height) continue
        for (let i = 0; i < 4; i++) {
          const column = ix + i - 1
          if (column < 0 || column >= flat.width) continue
          const weight = weightsX[i]! * weightsY[j]!
          const q = (row * flat.width + column) * 4
          r += weight * flat.data[q]!
          g += weight * flat.data[q + 1]!
          b += weight * flat.data[q + 2]!
          a += weight * flat.data[q + 3]!
        }
      }
      // The cubic overshoots beside an edge; light and shares do not.
      picture.data[p + 3] = Math.min(1, Math.max(0, a))
      picture.data[p] = Math.max(0, r)
      picture.data[p + 1] = Math.max(0, g)
      picture.data[p + 2] = Math.max(0, b)
    }
}

/** The weights of four neighbours for a place between the middle two (Keys’ kernel with a = −½). */
function cubic(weights: Float32Array, t: number): void {
  const [t2, t3] = [t * t, t * t * t]
  weights[0] = -0.5 * t3 + t2 - 0.5 * t
  weights[1] = 1.5 * t3 - 2.5 * t2 + 1
  weights[2] = -1.5 * t3 + 2 * t2 + 0.5 * t
  weights[3] = 0.5 * t3 - 0.5 * t2
}
