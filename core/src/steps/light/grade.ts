import {
  adaptWhite,
  D65,
  daylightXy,
  diagonal3,
  IDENTITY3,
  multiply3,
  xyzOfXy,
  type Matrix3,
  type Rgb,
} from '../../raster'
import type { CubeLut } from './cube'
import { withLook } from './looks'
import type { LightSettings } from './settings'
import { isStraight, toneCurve, toneTable } from './toneCurve'

/** Everything that Light does to a pixel by its colour alone, ready to be applied. */
export interface Grade {
  /** The neutral: factors of red, green and blue in linear light. */
  readonly gains: Rgb
  /** Exposure, warmth and tint, in linear light; null when it changes nothing. */
  readonly matrix: Matrix3 | null
  /** `toneTable`; null when it is straight. */
  readonly tone: Float32Array | null
  /** Factor of colourfulness; 1 leaves it. */
  readonly saturation: number
  /** Added to it for colours without colourfulness, less for vivid ones; 0 leaves it. */
  readonly vibrance: number
  readonly cube: { readonly lut: CubeLut; readonly strength01: number } | null
}

/** The grade that changes nothing. */
export const NO_GRADE: Grade = {
  gains: [1, 1, 1],
  matrix: null,
  tone: null,
  saturation: 1,
  vibrance: 0,
  cube: null,
}

/**
 * Makes a grade of settings.
 *
 * @param gains the neutral that the settings lead to.
 * @param cube the table of a `cube` look; null where there is none, or it is not to be had.
 */
export function planGrade(settings: LightSettings, gains: Rgb, cube: CubeLut | null = null): Grade {
  const { look } = settings
  const plain = withLook(settings)
  const exposure = 2 ** (plain.exposureEv + (plain.even?.ev ?? 0))
  const white =
    plain.warmth === 0 && plain.tint === 0 ? IDENTITY3 : whiteShift(plain.warmth, plain.tint)
  const changes = exposure !== 1 || white !== IDENTITY3
  return {
    gains,
    matrix: changes ? multiply3(diagonal3([exposure, exposure, exposure]), white) : null,
    tone: isStraight(plain) ? null : toneTable(toneCurve(plain)),
    saturation: 1 + plain.saturation / 100,
    vibrance: (plain.vibrance / 100) * 0.8,
    cube: look.from === 'cube' && cube ? { lut: cube, strength01: look.strengthPct / 100 } : null,
  }
}

/** Reciprocal megakelvin that a warmth of 100 moves the white, and the step of tint in u′v. */
const WARMTH_MIRED = 60
const TINT_STEP = 0.016
const D65_MIRED = 1e6 / 6504

/**
 * Adapts the picture from a white of daylight to one warmer or colder along the daylight locus, and
 * across it for tint (CIE 1960 uv, at right angles as near as makes no difference: along v).
 */
function whiteShift(warmth: number, tint: number): Matrix3 {
  const kelvin = 1e6 / (D65_MIRED + (warmth / 100) * WARMTH_MIRED)
  const [x, y] = daylightXy(kelvin)
  const sum = -2 * x + 12 * y + 3
  const u = (4 * x) / sum
  const v = (6 * y) / sum - (tint / 100) * TINT_STEP
  const denominator = 2 * u - 8 * v + 4
  const xy = [(3 * u) / denominator, (2 * v) / denominator] as const
  // The locus passes D65 at a small distance; starting from its own point keeps 0 exactly still.
  const start = xyzOfXy(...daylightXy(1e6 / D65_MIRED))
  const to = xyzOfXy(...xy)
  return adaptWhite(D65, [(D65[0] * to[0]) / start[0], 1, (D65[2] * to[2]) / start[2]])
}

/** Whether a grade leaves every pixel as it is. */
export function isIdentity({ gains, matrix, tone, saturation, vibrance, cube }: Grade): boolean {
  return (
    gains.every((gain) => gain === 1) &&
    !matrix &&
    !tone &&
    saturation === 1 &&
    vibrance === 0 &&
    !cube
  )
}
