import { gaussianBlur } from './blur'
import { planeF32, srgbRaster, type SrgbRgba8 } from './raster'
import { LINEAR } from './resampleTable'
import { wholeOf } from './coordinates'
import { fitInside, resamplePlane } from './resample'

/** Side of the cells of the clipping marks' pattern, in pixels. */
const CELL_PX = 4

/**
 * Marks, in place, what is clipped: checks of black and white where a channel is at 254 or more,
 * stripes where all are at 1 or less.
 */
export function markClipping({ width, height, data }: SrgbRgba8): void {
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const r = data[p]!
      const g = data[p + 1]!
      const b = data[p + 2]!
      let mark: number
      if (r >= 254 || g >= 254 || b >= 254)
        mark = (((x / CELL_PX) | 0) + ((y / CELL_PX) | 0)) % 2 === 0 ? 0 : 255
      else if (r <= 1 && g <= 1 && b <= 1) mark = ((x + y) / CELL_PX) % 2 < 1 ? 110 : 0
      else continue
      data[p] = data[p + 1] = data[p + 2] = mark
    }
}

/** The surroundings that tones are compared with: this share of the longer side. */
const SURROUNDINGS = 0.02
/** They are worked out on a picture of this size. */
const COARSE_SIDE_PX = 320

/**
 * The strain view: how much each pixel's tone differs from that of its surroundings, exaggerated about
 * mid grey. Dust, hairs, bands and patches stand out that the eye passes over.
 *
 * @param strength factor of the difference, from 2 to 20.
 */
export function strainView(picture: SrgbRgba8, strength: number): SrgbRgba8 {
  const { width, height, data } = picture
  const tone = planeF32(picture)
  for (let i = 0, p = 0; i < tone.data.length; i++, p += 4)
    tone.data[i] = 0.2126 * data[p]! + 0.7152 * data[p + 1]! + 0.0722 * data[p + 2]!
  const coarseSize = fitInside(picture, COARSE_SIDE_PX)
  const coarse = resamplePlane(tone, wholeOf(picture), planeF32(coarseSize), LINEAR)
  const sigma = SURROUNDINGS * Math.max(coarseSize.width, coarseSize.height)
  gaussianBlur(coarse, sigma, coarse)
  const around = resamplePlane(coarse, wholeOf(coarseSize), planeF32({ width, height }), LINEAR)
  const made = srgbRaster(picture)
  for (let i = 0, p = 0; i < tone.data.length; i++, p += 4) {
    const value = 128 + strength * (tone.data[i]! - around.data[i]!)
    made.data[p] = made.data[p + 1] = made.data[p + 2] = value
    made.data[p + 3] = 255
  }
  return made
}
