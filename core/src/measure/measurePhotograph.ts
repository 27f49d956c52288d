import { spreadProbability } from '../networks'
import {
  fitInside,
  gaussianBlur,
  lightnessOfLinear,
  LINEAR,
  LINEAR_OF_BYTE,
  linearRaster,
  linearToLab,
  planeF32,
  POINT,
  resampleLinear,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type Rgb,
} from '../raster'
import type { Source } from '../source'
import { measureBackdropRing } from './backdropRing'
import { measureDirt } from './dirt'
import { fingerprint } from './fingerprint'
import { measureProduct, type ProductMeasures } from './measureProduct'
import { measureNoise } from './noise'
import { percentile } from './percentile'
import { measureTilt } from './tilt'

/** What a photograph is like. Lengths are fractions of its sides. */
export interface Measures {
  /** Median lightness L* of the picture, 0…100. */
  readonly medianL: number
  /** Share of pixels with a channel at 254 or 255, 0…1. */
  readonly clipped01: number
  /** Share of pixels darker than L* 4, 0…1. */
  readonly black01: number
  readonly backdrop: {
    /** Mean of its main colour along the border, in linear light. */
    readonly linear: Rgb
    readonly lightness: number
    /** Share of the border that has this colour, 0…1. */
    readonly share01: number
    /** a* and b* of that colour: its cast, where it should be grey. */
    readonly cast: readonly [a: number, b: number]
    /** Spread of its lightness over the frame: 95th less 5th percentile of L*, blurred. */
    readonly spreadL: number
  }
  readonly product: ProductMeasures | null
  /** Standard deviation of L* in the quietest corner of the frame, at full size. */
  readonly noiseL: number
  /** Degrees, positive where the content appears turned clockwise; null where none stands out. */
  readonly tiltDegrees: number | null
  /** Specks and fibres on the backdrop. */
  readonly specks: number
  readonly fingerprint: string
}

/**
 * Longer sides, in pixels, of the pictures that are measured. The photograph itself is read once, for the
 * larger one; the smaller is made of that.
 */
const DIRT_SIDE_PX = 1000
const WORK_SIDE_PX = 640
/** Side of the corner patches in which noise is measured, in pixels of the photograph. */
const NOISE_SIDE_PX = 128
/** Probability of product below which a pixel is backdrop. */
const BACKDROP = 0.06
const SPREAD_SIGMA_PX = 6

/**
 * Measures a photograph once.
 *
 * @param map the finder's probability of product (0…1) over the whole photograph, as `lookAt` gives it.
 */
export function measurePhotograph(source: Source, map: PlaneF32): Measures {
  const large = source.reduced(DIRT_SIDE_PX)
  const lightness = lightnessOfLinear(smaller(large, WORK_SIDE_PX))
  const probability = spreadProbability(map, lightness)
  const soft = gaussianBlur(lightness, 0.8, planeF32(lightness))
  const ring = measureBackdropRing(source)
  const [, a, b] = linearToLab(ring.colour)
  return {
    medianL: percentile(lightness.data, 0.5),
    ...extremes(source),
    backdrop: {
      linear: ring.colour,
      lightness: ring.lightness,
      share01: ring.share,
      cast: [a, b],
      spreadL: backdropSpread(lightness, probability),
    },
    product: measureProduct(source, lightness, probability),
    noiseL: cornerNoise(source),
    tiltDegrees: measureTilt(soft),
    specks: measureDirt(lightnessOfLinear(large), spreadProbability(map, large)),
    fingerprint: fingerprint(lightness),
  }
}

/** Every third pixel both ways is enough for shares. */
const STRIDE = 3
const CLIPPED = LINEAR_OF_BYTE[254]!
/** L* 4 is sRGB byte 14 for grey. */
const BLACK = LINEAR_OF_BYTE[14]!

function extremes(source: Source): { clipped01: number; black01: number } {
  const { width, height } = source.size
  const size = { width: Math.ceil(width / STRIDE), height: Math.ceil(height / STRIDE) }
  const { data } = source.sample(wholeOf(source.size), size, POINT)
  let clipped = 0
  let black = 0
  for (let p = 0; p < data.length; p += 4) {
    const most = Math.max(data[p]!, data[p + 1]!, data[p + 2]!)
    if (most >= CLIPPED) clipped++
    if (most <= BLACK) black++
  }
  const count = data.length / 4
  return { clipped01: clipped / count, black01: black / count }
}

function backdropSpread(lightness: PlaneF32, probability: PlaneF32): number {
  const smooth = gaussianBlur(lightness, SPREAD_SIGMA_PX, planeF32(lightness))
  const values: number[] = []
  for (let i = 0; i < smooth.data.length; i += 3)
    if (probability.data[i]! < BACKDROP) values.push(smooth.data[i]!)
  return values.length === 0 ? 0 : percentile(values, 0.95) - percentile(values, 0.05)
}

function cornerNoise(source: Source): number {
  const { width, height } = source.size
  const side = Math.min(NOISE_SIDE_PX, width >> 2, height >> 2)
  if (side < 8) return 0
  const size = { width: side, height: side }
  const inset = Math.round(side / 4)
  const right = width - side - inset
  const bottom = height - side - inset
  const corners = [
    [inset, inset],
    [right, inset],
    [inset, bottom],
    [right, bottom],
  ] as const
  const noiseAt = ([x, y]: readonly [number, number]): number =>
    measureNoise(lightnessOfLinear(source.sample({ x, y, ...size }, size, LINEAR)))
  return Math.min(...corners.map(noiseAt))
}

/** A picture at most `sidePx` long, averaged; itself if it is not longer. */
function smaller(picture: LinearRgba, sidePx: number): LinearRgba {
  const size = fitInside(picture, sidePx)
  return size.width === picture.width
    ? picture
    : resampleLinear(picture, wholeOf(picture), linearRaster(size), LINEAR)
}
