import { gaussianBlur, planeF32, type PlaneF32, type Size } from '../../raster'

/** The foot of a product that stands on round ground is at most this deep, against its width. */
const DEEPEST_FOOT = 0.22
/** Share of its width over which the line of the foot is smoothed. */
const SMOOTHED = 0.02

/** How a product stands in a picture, in its pixels. */
export interface Standing {
  /** Where it touches the ground below each column; it goes on level beside the foot. */
  readonly base: Float32Array
  /** How much of each column stands on the ground, 0…1: not what hangs over it. */
  readonly touches: Float32Array
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}

/**
 * Where a product stands: the lower edge of its outline, as far as it is near its lowest point, so that a
 * round foot is followed and a handle in the air is not. Null where alpha is empty.
 *
 * @param alpha share of product, 0…1.
 */
export function standingOf(alpha: PlaneF32): Standing | null {
  const { width, height, data } = alpha
  const lowest = new Float32Array(width).fill(-1)
  let [left, right, top, bottom] = [width, -1, height, -1]
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const a = data[i]!
      if (a <= 0.5) continue
      if (x < left) left = x
      if (x > right) right = x
      if (y < top) top = y
      bottom = y
      // Where alpha passes ½ between the middles of this pixel and the next.
      const next = y + 1 < height ? data[i + width]! : 0
      lowest[x] = y + 0.5 + (next < 0.5 ? (a - 0.5) / (a - next) : 1)
    }
  if (right < 0) return null
  const deepest = bottom + 1 - DEEPEST_FOOT * (right - left + 1)
  const isFoot = (x: number): boolean => lowest[x]! > deepest
  const line = planeF32({ width, height: 1 })
  const touches = planeF32({ width, height: 1 })
  let before = -1
  for (let x = 0; x < width; x++) {
    if (!isFoot(x)) continue
    line.data[x] = lowest[x]!
    touches.data[x] = 1
    // Between two parts of the foot, as between legs, the ground goes on in a straight line.
    for (let k = before + 1; k < x; k++)
      line.data[k] =
        before < 0
          ? lowest[x]!
          : lowest[before]! + ((lowest[x]! - lowest[before]!) * (k - before)) / (x - before)
    before = x
  }
  for (let k = before + 1; k < width; k++) line.data[k] = lowest[before]!
  const sigma = Math.max(0.6, SMOOTHED * (right - left + 1))
  return {
    base: gaussianBlur(line, sigma, planeF32(line)).data,
    touches: gaussianBlur(touches, Math.max(0.6, sigma / 2), planeF32(touches)).data,
    left,
    right: right + 1,
    top,
    bottom: bottom + 1,
  }
}

/** The plane at a place between pixels' middles, 0 beyond its border. */
export function sampled(
  { width, height, data }: PlaneF32 | (Size & { data: Float32Array }),
  x: number,
  y: number,
): number {
  const px = x - 0.5
  const py = y - 0.5
  const x0 = Math.floor(px)
  const y0 = Math.floor(py)
  const fx = px - x0
  const fy = py - y0
  const at = (cx: number, cy: number): number =>
    cx < 0 || cy < 0 || cx >= width || cy >= height ? 0 : data[cy * width + cx]!
  return (
    (at(x0, y0) * (1 - fx) + at(x0 + 1, y0) * fx) * (1 - fy) +
    (at(x0, y0 + 1) * (1 - fx) + at(x0 + 1, y0 + 1) * fx) * fy
  )
}
