import {
  boxAbove,
  fitInside,
  gaussianBlur,
  labOfLinear,
  LINEAR,
  linearRaster,
  linearToLab,
  planeF32,
  resamplePlane,
  resampleSrgb,
  wholeOf,
  type LabPicture,
  type PlaneF32,
  type Rgb,
  type Size,
  type SrgbRgba8,
  type Window,
} from '../raster'
import { measureBackdropRing } from './backdropRing'
import { measureDirt } from './dirt'
import { fingerprint } from './fingerprint'
import { measureNoise } from './noise'
import { measureBlur } from './sharpness'
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
  readonly product: {
    readonly box: Window
    /** Longer side of the box as a share of the frame's side along it. */
    readonly fill01: number
    /** Distance of the box's centre from the frame's, as a share of the frame. */
    readonly offCentre01: number
    readonly touchesBorder: boolean
    /** Median tone of the product, 0…1 on the sRGB curve. */
    readonly tone01: number
    /** `measureBlur` of the product, in pixels where it is 1200 px long or less. */
    readonly blurPx: number
  } | null
  /** Standard deviation of L* in the quietest corner of the frame, at full size. */
  readonly noiseL: number
  /** Degrees, positive where the content appears turned clockwise; null where none stands out. */
  readonly tiltDegrees: number | null
  /** Specks and fibres on the backdrop. */
  readonly specks: number
  readonly fingerprint: string
}

/** Longer sides, in pixels, of the pictures that are measured. */
const WORK_SIDE_PX = 640
const DIRT_SIDE_PX = 1000
const BLUR_SIDE_PX = 1200
/** Side of the corner patches in which noise is measured, in pixels of the photograph. */
const NOISE_SIDE_PX = 128
const PRODUCT = 0.5
const BACKDROP = 0.06
/** A product smaller than this share of the frame is none. */
const SMALLEST_PRODUCT = 0.0015
/** Share of the border that a product must cover to touch it. */
const TOUCHES = 0.004
const SPREAD_SIGMA_PX = 6

/**
 * Measures a photograph once.
 *
 * @param findProduct gives the probability (0…1) of product for each pixel of a small opaque picture.
 */
export async function measurePhotograph(
  picture: SrgbRgba8,
  findProduct: (picture: ReturnType<typeof linearRaster>) => Promise<PlaneF32>,
): Promise<Measures> {
  const work = reduced(picture, wholeOf(picture), fitInside(picture, WORK_SIDE_PX))
  const probability = await findProduct(work)
  const lab = labOfLinear(work)
  const lightness = lightnessOf(lab)
  const soft = gaussianBlur(lightness, 0.8, planeF32(lightness))
  const ring = measureBackdropRing(picture)
  const [, a, b] = linearToLab(ring.colour)
  return {
    medianL: percentile(lightness.data, 0.5),
    ...extremes(picture),
    backdrop: {
      linear: ring.colour,
      lightness: ring.lightness,
      share01: ring.share,
      cast: [a, b],
      spreadL: backdropSpread(lightness, probability),
    },
    product: measureProduct(picture, lightness, probability),
    noiseL: cornerNoise(picture),
    tiltDegrees: measureTilt(soft),
    specks: specksOf(picture, probability),
    fingerprint: fingerprint(lightness),
  }
}

const reduced = (picture: SrgbRgba8, part: Window, size: Size) =>
  resampleSrgb(picture, part, linearRaster(size), LINEAR)

function lightnessOf(lab: LabPicture): PlaneF32 {
  const plane = planeF32(lab)
  for (let i = 0; i < plane.data.length; i++) plane.data[i] = lab.data[i * 3]!
  return plane
}

const lightnessIn = (picture: SrgbRgba8, part: Window, size: Size): PlaneF32 =>
  lightnessOf(labOfLinear(reduced(picture, part, size)))

function percentile(values: ArrayLike<number>, share: number): number {
  const sorted = Float32Array.from(values).sort()
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0
}

/** Every third pixel both ways is enough for shares. */
const STRIDE = 3

function extremes({ width, height, data }: SrgbRgba8): { clipped01: number; black01: number } {
  let clipped = 0
  let black = 0
  let count = 0
  for (let y = 0; y < height; y += STRIDE)
    for (let x = 0; x < width; x += STRIDE) {
      const p = (y * width + x) * 4
      const most = Math.max(data[p]!, data[p + 1]!, data[p + 2]!)
      count++
      if (most >= 254) clipped++
      // L* 4 is sRGB byte 14 for grey.
      if (most <= 14) black++
    }
  return { clipped01: clipped / count, black01: black / count }
}

function backdropSpread(lightness: PlaneF32, probability: PlaneF32): number {
  const smooth = gaussianBlur(lightness, SPREAD_SIGMA_PX, planeF32(lightness))
  const values: number[] = []
  for (let i = 0; i < smooth.data.length; i += 3)
    if (probability.data[i]! < BACKDROP) values.push(smooth.data[i]!)
  return values.length === 0 ? 0 : percentile(values, 0.95) - percentile(values, 0.05)
}

function measureProduct(
  picture: SrgbRgba8,
  lightness: PlaneF32,
  probability: PlaneF32,
): Measures['product'] {
  const { width, height } = probability
  const inside = boxAbove(probability, PRODUCT)
  const tones: number[] = []
  let border = 0
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (probability.data[i]! < PRODUCT) continue
      tones.push(lightness.data[i]!)
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) border++
    }
  if (!inside || tones.length < SMALLEST_PRODUCT * width * height) return null
  const box = {
    x: inside.x / width,
    y: inside.y / height,
    width: inside.width / width,
    height: inside.height / height,
  }
  const part = {
    x: box.x * picture.width,
    y: box.y * picture.height,
    width: box.width * picture.width,
    height: box.height * picture.height,
  }
  const size = fitInside(
    { width: Math.max(16, Math.round(part.width)), height: Math.max(16, Math.round(part.height)) },
    BLUR_SIDE_PX,
  )
  return {
    box,
    fill01: Math.max(box.width, box.height),
    offCentre01: Math.hypot(box.x + box.width / 2 - 0.5, box.y + box.height / 2 - 0.5),
    touchesBorder: border > TOUCHES * 2 * (width + height),
    tone01: toneOfL(percentile(tones, 0.5)),
    blurPx: measureBlur(lightnessIn(picture, part, size)),
  }
}

/** Tone on the sRGB curve of a grey of this lightness. */
function toneOfL(l: number): number {
  const f = (l + 16) / 116
  const y = f > 6 / 29 ? f ** 3 : (f - 16 / 116) * 3 * (6 / 29) ** 2
  return y <= 0.0031308 ? y * 12.92 : 1.055 * y ** (1 / 2.4) - 0.055
}

function cornerNoise(picture: SrgbRgba8): number {
  const side = Math.min(NOISE_SIDE_PX, picture.width >> 2, picture.height >> 2)
  if (side < 8) return 0
  const size = { width: side, height: side }
  const inset = Math.round(side / 4)
  const right = picture.width - side - inset
  const bottom = picture.height - side - inset
  const corners = [
    [inset, inset],
    [right, inset],
    [inset, bottom],
    [right, bottom],
  ] as const
  return Math.min(
    ...corners.map(([x, y]) => measureNoise(lightnessIn(picture, { x, y, ...size }, size))),
  )
}

function specksOf(picture: SrgbRgba8, probability: PlaneF32): number {
  const size = fitInside(picture, DIRT_SIDE_PX)
  const product = resamplePlane(probability, wholeOf(probability), planeF32(size), LINEAR)
  return measureDirt(lightnessIn(picture, wholeOf(picture), size), product)
}
