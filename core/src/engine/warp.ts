import type { LinearRgba, PxBox, Size } from '../raster'
import { cornersOf, moved, type Upright } from '../steps'

/** Pixels that a sample reaches to each side. */
const REACH = 2
/** A flat part is read at most this much larger than the window, where a projection draws it out. */
const MAX_DRAWN_OUT = 2
/** Sides of a flat part, in pixels, beyond which it is read smaller. */
const MAX_SIDE_PX = 16_000

/** A part of the photograph as it lies, from which a window that was made upright can be filled. */
export interface FlatPart {
  readonly window: PxBox
  readonly size: Size
}

/** The part of a photograph that an upright window needs, at the window's own scale or a finer one. */
export function flatPartFor(window: PxBox, size: Size, { back }: Upright): FlatPart {
  const corners = cornersOf(window).map((corner) => moved(back, corner))
  const scale = (size.width / window.width) * drawnOut(window, corners)
  const margin = (REACH + 1) / scale
  const left = Math.min(...corners.map(({ x }) => x)) - margin
  const top = Math.min(...corners.map(({ y }) => y)) - margin
  const wide = Math.max(...corners.map(({ x }) => x)) + margin - left
  const high = Math.max(...corners.map(({ y }) => y)) + margin - top
  const used = Math.min(scale, MAX_SIDE_PX / Math.max(wide, high))
  const width = Math.ceil(wide * used)
  const height = Math.ceil(high * used)
  return {
    window: { x: left, y: top, width: width / used, height: height / used },
    size: { width, height },
  }
}

/** How much longer the longest-drawn side of a window is than what it comes from; 1 for a turn. */
function drawnOut(window: PxBox, corners: readonly { x: number; y: number }[]): number {
  const sides = corners.map((corner, k) => {
    const next = corners[(k + 1) % 4]!
    const length = Math.hypot(next.x - corner.x, next.y - corner.y)
    return (k % 2 === 0 ? window.width : window.height) / length
  })
  return Math.min(MAX_DRAWN_OUT, Math.max(1, ...sides.map((side) => (side > 1.001 ? side : 1))))
}

/**
 * Fills an upright window from a flat part, by a cubic through the pixels (Keys 1981, Cubic convolution
 * interpolation for digital image processing), in linear light, premultiplied. Outside of the part is nothing.
 */
export function warpInto(
  picture: LinearRgba,
  window: PxBox,
  flat: LinearRgba,
  part: FlatPart,
  { back }: Upright,
): void {
  const step = window.width / picture.width
  const scale = part.size.width / part.window.width
  const weightsX = new Float32Array(4)
  const weightsY = new Float32Array(4)
  for (let y = 0, p = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++, p += 4) {
      const from = moved(back, { x: window.x + (x + 0.5) * step, y: window.y + (y + 0.5) * step })
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
