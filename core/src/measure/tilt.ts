import type { PlaneF32 } from '../raster'

/** Tilts that are looked for, in degrees to each side, and the step. */
const REACH = 6
const STEP = 0.2
/** A gradient counts from this strength, in L* a pixel, and within this of upright or level. */
const MIN_GRADIENT = 2
const NEAR_DEGREES = 9
/** The best tilt's profile must stand out from the middle one by this factor. */
const STANDS_OUT = 1.25
const MIN_EDGES = 300

/**
 * Tilt of a picture in degrees, positive where the content appears turned clockwise; null where no tilt
 * stands out. Edges near upright are projected along each tilt, edges near level across it: at the right
 * one, straight lines fall together into sharp peaks.
 *
 * @param lightness L*, lightly blurred, at about 640 px.
 * Source: projection profiles, Postl 1986, Detection of linear oblique structures and skew scan in
 * digitized documents.
 */
export function measureTilt(lightness: PlaneF32): number | null {
  const { uprights, levels } = edgesOf(lightness)
  if (uprights.length + levels.length < MIN_EDGES * 2) return null
  const reach = Math.ceil(Math.hypot(lightness.width, lightness.height))
  const scores: number[] = []
  for (let tilt = -REACH; tilt <= REACH + 1e-9; tilt += STEP) {
    const slope = Math.tan((tilt * Math.PI) / 180)
    // Turned clockwise on screen, an upright line leans right at the top, a level one sinks to the right.
    scores.push(
      profile(uprights, (x, y) => x + y * slope, reach) +
        profile(levels, (x, y) => y - x * slope, reach),
    )
  }
  const best = scores.indexOf(Math.max(...scores))
  const middle = [...scores].sort((a, b) => a - b)[scores.length >> 1]!
  if (best === 0 || best === scores.length - 1 || scores[best]! < STANDS_OUT * middle) return null
  // The peak of the parabola through the best and its neighbours.
  const [before, at, after] = [scores[best - 1]!, scores[best]!, scores[best + 1]!]
  const curve = before - 2 * at + after
  const shift = curve === 0 ? 0 : (before - after) / (2 * curve)
  return -REACH + (best + shift) * STEP
}

/** Coordinates x, y, x, y, … of edge pixels by direction. */
function edgesOf({ width, height, data }: PlaneF32): { uprights: number[]; levels: number[] } {
  const uprights: number[] = []
  const levels: number[] = []
  const near = Math.tan((NEAR_DEGREES * Math.PI) / 180)
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const i = y * width + x
      const gx = (data[i + 1]! - data[i - 1]!) / 2
      const gy = (data[i + width]! - data[i - width]!) / 2
      if (Math.hypot(gx, gy) < MIN_GRADIENT) continue
      if (Math.abs(gy) < near * Math.abs(gx)) uprights.push(x, y)
      else if (Math.abs(gx) < near * Math.abs(gy)) levels.push(x, y)
    }
  return { uprights, levels }
}

/** Sum of squares of a histogram of projections: large where they fall together. */
function profile(
  points: readonly number[],
  project: (x: number, y: number) => number,
  reach: number,
): number {
  const bins = new Float64Array(reach * 2 + 2)
  for (let k = 0; k < points.length; k += 2) {
    const at = project(points[k]!, points[k + 1]!) + reach / 2
    const bin = Math.floor(at)
    const share = at - bin
    bins[bin]! += 1 - share
    bins[bin + 1]! += share
  }
  return bins.reduce((sum, count) => sum + count * count, 0)
}
