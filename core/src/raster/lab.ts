import {
  assertSameSize,
  labRaster,
  planeF32,
  type LabPicture,
  type LinearRgba,
  type PlaneF32,
} from './raster'
import type { Rgb } from './colour'

/** Linear sRGB to CIE XYZ divided by the D65 white (IEC 61966-2-1, white 0.95047, 1, 1.08883). */
const X = [0.4124564 / 0.95047, 0.3575761 / 0.95047, 0.1804375 / 0.95047] as const
const Y = [0.2126729, 0.7151522, 0.072175] as const
const Z = [0.0193339 / 1.08883, 0.119192 / 1.08883, 0.9503041 / 1.08883] as const

/** The knee of the lightness curve, (6/29)³, and its slope below (CIE 15:2004). */
const KNEE = 216 / 24389
const SLOPE = 24389 / 27 / 116

const f = (t: number): number => (t > KNEE ? Math.cbrt(t) : SLOPE * t + 16 / 116)

/** CIE L*a*b* (D65) of one colour in linear light with sRGB primaries. L is 0…100. */
export function linearToLab([r, g, b]: Rgb): Rgb {
  const fx = f(X[0] * r + X[1] * g + X[2] * b)
  const fy = f(Y[0] * r + Y[1] * g + Y[2] * b)
  const fz = f(Z[0] * r + Z[1] * g + Z[2] * b)
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)]
}

const inverse = (t: number): number => (t > 6 / 29 ? t * t * t : (t - 16 / 116) / SLOPE)

/** Linear light of one CIE L*a*b* (D65) colour; outside of sRGB it leaves 0…1. */
export function labToLinear([l, a, b]: Rgb): Rgb {
  const fy = (l + 16) / 116
  const x = inverse(fy + a / 500) * 0.95047
  const y = inverse(fy)
  const z = inverse(fy - b / 200) * 1.08883
  return [
    3.2404542 * x - 1.5371385 * y - 0.4985314 * z,
    -0.969266 * x + 1.8760108 * y + 0.041556 * z,
    0.0556434 * x - 0.2040259 * y + 1.0572252 * z,
  ]
}

const STEPS = 4096
/** The cube-root curve in 4096 steps, read with linear interpolation: error below 0.02 L above L 2. */
const F_TABLE = Float32Array.from({ length: STEPS + 2 }, (_, i) => f(i / STEPS))

const fromTable = (t: number): number => {
  const at = (t <= 0 ? 0 : t >= 1 ? 1 : t) * STEPS
  const i = at | 0
  const low = F_TABLE[i]!
  return low + (F_TABLE[i + 1]! - low) * (at - i)
}

/** CIE L*a*b* of every pixel of an opaque picture; colours brighter than white are clamped to it. */
export function labOfLinear(src: LinearRgba, dst: LabPicture = labRaster(src)): LabPicture {
  assertSameSize(src, dst)
  const s = src.data
  const d = dst.data
  const pixels = src.width * src.height
  for (let i = 0, p = 0, q = 0; i < pixels; i++, p += 4, q += 3) {
    const r = s[p]!
    const g = s[p + 1]!
    const b = s[p + 2]!
    const fx = fromTable(X[0] * r + X[1] * g + X[2] * b)
    const fy = fromTable(Y[0] * r + Y[1] * g + Y[2] * b)
    const fz = fromTable(Z[0] * r + Z[1] * g + Z[2] * b)
    d[q] = 116 * fy - 16
    d[q + 1] = 500 * (fx - fy)
    d[q + 2] = 200 * (fy - fz)
  }
  return dst
}

/** CIE L* (0…100) of every pixel of an opaque picture, as `labOfLinear` has it. */
export function lightnessOfLinear(src: LinearRgba): PlaneF32 {
  const plane = planeF32(src)
  const { data } = src
  for (let i = 0, p = 0; i < plane.data.length; i++, p += 4)
    plane.data[i] =
      116 * fromTable(Y[0] * data[p]! + Y[1] * data[p + 1]! + Y[2] * data[p + 2]!) - 16
  return plane
}
