import { linearToSrgb, srgbToLinear } from '../../raster'
import type { CurvePoint, LightSettings } from './settings'

/** The part of the settings that shapes tones. */
export type ToneSettings = Pick<
  LightSettings,
  'contrast' | 'shadows' | 'highlights' | 'blackPoint' | 'whitePoint' | 'curve' | 'even'
>

/** How far a black or white point of 100 reaches, as a share of the tone scale. */
const POINT_REACH = 0.15
/** Strength of a full bend: below 1 the curve never turns back. */
const BEND = 0.9

const clamp01 = (v: number): number => Math.min(1, Math.max(0, v))

/**
 * The tone that comes of each tone; both 0…1 on the sRGB curve. It rises everywhere.
 */
export function toneCurve(settings: ToneSettings): (tone01: number) => number {
  const { contrast, shadows, highlights, blackPoint, whitePoint, even } = settings
  const black = (blackPoint / 100) * POINT_REACH
  const white = (whitePoint / 100) * POINT_REACH
  const [inLow, outLow] = black > 0 ? [black, 0] : [0, -black]
  const [inHigh, outHigh] = white > 0 ? [1 - white, 1] : [1, 1 + white]
  const drawn = monotoneCurve(settings.curve)
  return (tone) => {
    let v = outLow + (outHigh - outLow) * clamp01((tone - inLow) / (inHigh - inLow))
    v += BEND * (shadows / 100) * v * (1 - v) ** 3 + BEND * (highlights / 100) * v ** 3 * (1 - v)
    v += BEND * (contrast / 100) * v * (1 - v) * (2 * v - 1)
    if (even && v < even.pivot) {
      const u = v / even.pivot
      v += even.mid * 4 * u * (1 - u)
    }
    return clamp01(drawn(clamp01(v)))
  }
}

export function isStraight(settings: ToneSettings): boolean {
  const { contrast, shadows, highlights, blackPoint, whitePoint, curve, even } = settings
  return (
    [contrast, shadows, highlights, blackPoint, whitePoint].every((value) => value === 0) &&
    curve.length === 0 &&
    (even?.mid ?? 0) === 0
  )
}

/** Brightest root of luminance in a tone table; light of two stops above white still has its place. */
export const ROOT_TOP = 2
export const ROOT_STEPS = 2048

/** Luminance in linear light for each root of luminance, `ROOT_STEPS` steps from 0 to `ROOT_TOP`. */
export function toneTable(curve: (tone01: number) => number): Float32Array {
  return Float32Array.from({ length: ROOT_STEPS + 2 }, (_, i) => {
    const root = (i * ROOT_TOP) / ROOT_STEPS
    return srgbToLinear(curve(linearToSrgb(root * root)))
  })
}

/**
 * A curve through the points that never overshoots them; straight to the corners where none is given.
 *
 * Source: Fritsch & Carlson 1980, Monotone piecewise cubic interpolation.
 */
export function monotoneCurve(points: readonly CurvePoint[]): (v: number) => number {
  if (points.length === 0) return (v) => v
  const sorted = [...points]
    .sort((a, b) => a.x - b.x)
    .map(({ x, y }) => ({ x: x / 100, y: y / 100 }))
  const ends = [
    ...(sorted[0]!.x > 0 ? [{ x: 0, y: 0 }] : []),
    ...sorted,
    ...(sorted.at(-1)!.x < 1 ? [{ x: 1, y: 1 }] : []),
  ].filter(({ x }, i, all) => i === 0 || x > all[i - 1]!.x)
  for (let i = 1; i < ends.length; i++) ends[i]!.y = Math.max(ends[i]!.y, ends[i - 1]!.y)
  if (ends.length < 2) return () => ends[0]!.y
  const slopes = ends.slice(1).map(({ x, y }, i) => (y - ends[i]!.y) / (x - ends[i]!.x))
  const tangents = ends.map((_, i) => {
    const before = slopes[i - 1] ?? slopes[i]!
    const after = slopes[i] ?? before
    return before * after <= 0 ? 0 : (2 * before * after) / (before + after)
  })
  return (v) => {
    let i = 0
    while (i < slopes.length - 1 && v > ends[i + 1]!.x) i++
    const a = ends[i]!
    const b = ends[i + 1]!
    const h = b.x - a.x
    const t = clamp01((v - a.x) / h)
    const t2 = t * t
    const t3 = t2 * t
    return (
      (2 * t3 - 3 * t2 + 1) * a.y +
      (t3 - 2 * t2 + t) * h * tangents[i]! +
      (3 * t2 - 2 * t3) * b.y +
      (t3 - t2) * h * tangents[i + 1]!
    )
  }
}
