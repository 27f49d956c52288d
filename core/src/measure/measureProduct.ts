import {
  boxAbove,
  fitInside,
  fractionsOf,
  lightnessOfLinear,
  LINEAR,
  pixelsOf,
  type Box01,
  type PlaneF32,
} from '../raster'
import type { Source } from '../source'
import { percentile } from './percentile'
import { measureBlur } from './sharpness'

/** What the product in a photograph is like. */
export interface ProductMeasures {
  readonly box: Box01
  /** Longer side of the box as a share of the frame's side along it. */
  readonly fill01: number
  /** Distance of the box's centre from the frame's, as a share of the frame. */
  readonly offCentre01: number
  readonly touchesBorder: boolean
  /** Median tone of the product, 0…1 on the sRGB curve. */
  readonly tone01: number
  /** `measureBlur` of the product, in pixels where it is 1200 px long or less. */
  readonly blurPx: number
}

const BLUR_SIDE_PX = 1200
/** Probability from which a pixel is product. */
const PRODUCT = 0.5
/** A product smaller than this share of the frame is none. */
const SMALLEST_PRODUCT = 0.0015
/** Share of the border that a product must cover to touch it. */
const TOUCHES = 0.004

/** Measures the product; null where there is none. Both planes are of one size. */
export function measureProduct(
  source: Source,
  lightness: PlaneF32,
  probability: PlaneF32,
): ProductMeasures | null {
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
  const box = fractionsOf(inside, probability)
  const part = pixelsOf(box, source.size)
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
    blurPx: measureBlur(lightnessOfLinear(source.sample(part, size, LINEAR))),
  }
}

/** Tone on the sRGB curve of a grey of this lightness. */
function toneOfL(l: number): number {
  const f = (l + 16) / 116
  const y = f > 6 / 29 ? f ** 3 : (f - 16 / 116) * 3 * (6 / 29) ** 2
  return y <= 0.0031308 ? y * 12.92 : 1.055 * y ** (1 / 2.4) - 0.055
}
