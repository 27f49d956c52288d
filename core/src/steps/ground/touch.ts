import { linearRaster, luminance, type LinearRgba, type PlaneF32, type Rgb } from '../../raster'
import type { Pass } from '../pass'

/** Longer side at which a ground is looked at for its light, in pixels. */
const LOOK_PX = 64
/** How far the light of a ground goes at most: a product stays itself. */
const [MIN_LIGHT, MAX_LIGHT] = [0.55, 1.35]
/** A ground of this luminance leaves brightness as it is: grounds are lighter than things. */
const USUAL_LIGHT = 0.35
/** How much of a colour cast is taken on at full strength. */
const CAST = 0.6
/** Width of the rim that catches what lies behind, as a share of the picture's height. */
const RIM_01 = 0.012
const RIM = 0.35
/** How much of its ground's colour an outline has where it is softest, at full strength. */
const EDGE = 0.7

/** What light there is in a ground: its colour, of luminance 1, and how bright it is against the usual. */
export interface GroundLight {
  readonly cast: Rgb
  readonly times: number
  /** Linear light at its left and right sides, where a rim catches it. */
  readonly sides: readonly [Rgb, Rgb]
}

/** Looks at a small drawing of a ground. */
export function groundLight(
  paint: (picture: LinearRgba) => void,
  { width, height }: { readonly width: number; readonly height: number },
): GroundLight {
  const scale = LOOK_PX / Math.max(width, height)
  const small = linearRaster({
    width: Math.max(4, Math.round(width * scale)),
    height: Math.max(4, Math.round(height * scale)),
  })
  paint(small)
  const mean = meanOf(small, 0, 1)
  const light = Math.max(1e-4, luminance(mean))
  return {
    cast: [mean[0] / light, mean[1] / light, mean[2] / light],
    times: Math.min(MAX_LIGHT, Math.max(MIN_LIGHT, (light / USUAL_LIGHT) ** 0.35)),
    sides: [meanOf(small, 0, 0.3), meanOf(small, 0.7, 1)],
  }
}

function meanOf({ data, width, height }: LinearRgba, from: number, to: number): Rgb {
  const sum: [number, number, number] = [0, 0, 0]
  let count = 0
  for (let y = 0; y < height; y++)
    for (let x = Math.floor(from * width); x < to * width; x++) {
      for (let c = 0; c < 3; c++) sum[c]! += data[(y * width + x) * 4 + c]!
      count++
    }
  return [sum[0] / count, sum[1] / count, sum[2] / count]
}

/**
 * Lets the light of a ground fall on the product, which is alone in the picture: its warmth, how bright it is, and at
 * the product's sides a rim of what lies behind them. Where the outline is soft the ground's colour counts in full.
 *
 * @param strength 0…1.
 */
export const touchPass = (paint: (picture: LinearRgba) => void, strength: number): Pass => ({
  layer: 'stand',
  paint: (picture, { alpha }) => {
    const share = alpha()
    if (!share) return
    touch(picture, share, groundLight(paint, picture), strength)
  },
})

/** @param picture linear light, premultiplied; written to. */
export function touch(
  picture: LinearRgba,
  alpha: PlaneF32,
  { cast, times, sides }: GroundLight,
  strength: number,
): void {
  const { width, height, data } = picture
  const reach = Math.max(1, Math.round(RIM_01 * height))
  const factor = cast.map((one) => (1 + (one - 1) * CAST * strength) * (1 + (times - 1) * strength))
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 0; x < width; x++) {
      const own = alpha.data[row + x]!
      if (own === 0) continue
      const left = alpha.data[row + Math.max(0, x - reach)]!
      const right = alpha.data[row + Math.min(width - 1, x + reach)]!
      const rims = [Math.max(0, own - left), Math.max(0, own - right)] as const
      const p = (row + x) * 4
      for (let c = 0; c < 3; c++) {
        const lit = data[p + c]! * factor[c]!
        const rim = rims[0] * sides[0][c]! + rims[1] * sides[1][c]!
        // A rim is added light, and none where the surface is light already.
        const rimmed = Math.min(own, lit + strength * RIM * rim * Math.max(0, own - lit) * own)
        // A soft outline is lit by what it is mixed with: the old backdrop's colour goes.
        const ground = sides[0][c]! + ((sides[1][c]! - sides[0][c]!) * x) / width
        const share = strength * EDGE * (1 - own)
        data[p + c] = rimmed + (ground * own - rimmed) * share
      }
    }
  }
}
