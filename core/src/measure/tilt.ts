import type { PlaneF32 } from '../raster'

/** Directions within this of upright or level tell of a tilt, in degrees. */
const REACH = 8
const BIN = 0.25
/** A gradient counts from this strength, in L* a pixel. */
const LEAST_GRADIENT = 3
/** Share of all strong edges that must lie in the peak for it to be believed. */
const LEAST_SHARE = 0.12
/** Half width of the peak, in degrees. */
const PEAK = 0.75

/**
 * Tilt of a picture in degrees, from the directions of its strong, straight edges near upright and
 * level: the peak of their histogram. Positive where the content appears turned clockwise. Null where
 * no direction stands out.
 *
 * @param lightness L*, lightly blurred, at about 640 px.
 */
export function measureTilt({ width, height, data }: PlaneF32): number | null {
  const bins = new Float64Array(Math.round((2 * REACH) / BIN) + 1)
  let all = 0
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      const gx =
        data[i + 1 - width]! +
        2 * data[i + 1]! +
        data[i + 1 + width]! -
        data[i - 1 - width]! -
        2 * data[i - 1]! -
        data[i - 1 + width]!
      const gy =
        data[i + width - 1]! +
        2 * data[i + width]! +
        data[i + width + 1]! -
        data[i - width - 1]! -
        2 * data[i - width]! -
        data[i - width + 1]!
      const strength = Math.hypot(gx, gy) / 8
      if (strength < LEAST_GRADIENT) continue
      all += strength
      // The gradient of an upright edge points along x, that of a level one along y.
      const degrees = (Math.atan2(gy, gx) * 180) / Math.PI
      const off = degrees - 90 * Math.round(degrees / 90)
      if (Math.abs(off) <= REACH) bins[Math.round((off + REACH) / BIN)]! += strength
    }
  if (all === 0) return null
  const half = Math.round(PEAK / BIN)
  const massAt = (centre: number): number => {
    let mass = 0
    for (let k = -half; k <= half; k++) mass += bins[centre + k] ?? 0
    return mass
  }
  let best = half
  for (let i = half; i < bins.length - half; i++) if (massAt(i) > massAt(best)) best = i
  const mass = massAt(best)
  if (mass < LEAST_SHARE * all) return null
  let sum = 0
  for (let k = -half; k <= half; k++) sum += (bins[best + k] ?? 0) * (best + k)
  return (sum / mass) * BIN - REACH
}
