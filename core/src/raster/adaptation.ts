import type { Rgb } from './colour'
import { diagonal3, multiply3, transform3, type Matrix3 } from './matrix3'

/** Linear sRGB to CIE XYZ, white D65 (IEC 61966-2-1), and back. */
const XYZ_OF_RGB: Matrix3 = [
  0.4124564, 0.3575761, 0.1804375, 0.2126729, 0.7151522, 0.072175, 0.0193339, 0.119192, 0.9503041,
]
const RGB_OF_XYZ: Matrix3 = [
  3.2404542, -1.5371385, -0.4985314, -0.969266, 1.8760108, 0.041556, 0.0556434, -0.2040259,
  1.0572252,
]

/** The sharpened cone responses of the Bradford transform and their inverse (Lam 1985; CIECAM97s). */
const CONES: Matrix3 = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296]
const CONES_INVERSE: Matrix3 = [
  0.9869929, -0.1470543, 0.1599627, 0.4323053, 0.5183603, 0.0492912, -0.0085287, 0.0400428,
  0.9684867,
]

/** CIE XYZ of linear sRGB; white has Y = 1. */
export const xyzOfRgb = (linear: Rgb): Rgb => transform3(XYZ_OF_RGB, linear)

/** XYZ of D65 with Y = 1. */
export const D65: Rgb = [0.95047, 1, 1.08883]

/**
 * Matrix in linear sRGB that makes what is white `from` look white `to`, both as XYZ with Y = 1.
 *
 * Source: the Bradford chromatic adaptation transform, Lam 1985, Metamerism and colour constancy.
 */
export function adaptWhite(from: Rgb, to: Rgb): Matrix3 {
  const a = transform3(CONES, from)
  const b = transform3(CONES, to)
  const cones = multiply3(
    CONES_INVERSE,
    multiply3(diagonal3([b[0] / a[0], b[1] / a[1], b[2] / a[2]]), CONES),
  )
  return multiply3(RGB_OF_XYZ, multiply3(cones, XYZ_OF_RGB))
}

/**
 * CIE xy chromaticity of daylight of a colour temperature of 4000 to 25000 K (CIE 15:2004, 3.1).
 */
export function daylightXy(kelvin: number): readonly [x: number, y: number] {
  const t = 1000 / kelvin
  const x =
    kelvin <= 7000
      ? 0.244063 + 0.09911 * t + 2.9678 * t ** 2 - 4.607 * t ** 3
      : 0.23704 + 0.24748 * t + 1.9018 * t ** 2 - 2.0064 * t ** 3
  return [x, -3 * x * x + 2.87 * x - 0.275]
}

/** XYZ with Y = 1 of a chromaticity. */
export const xyzOfXy = (x: number, y: number): Rgb => [x / y, 1, (1 - x - y) / y]
