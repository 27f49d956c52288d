import {
  fitInside,
  LINEAR,
  linearRaster,
  planeF32,
  resampleLinear,
  resamplePlane,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
} from '../../raster'
import type { Pass, PaintPlace } from '../pass'
import { dither } from './dither'
import { blurred } from './tools/smooth'

/** The blur at full strength, as a share of the photograph's longer side. */
const MOST = 0.02
/** The blur is worked out where it is about so many pixels. */
const SPREAD_PX = 3

/** Blurs the photographed backdrop behind the product, whose light does not get into it. */
export const blurBehind = (blurPct: number): Pass => ({
  layer: 'backdrop',
  paint: (picture, place) => {
    const alpha = place.alpha()
    if (alpha) blurBackdrop(picture, place, alpha, blurPct / 100)
  },
})

function blurBackdrop(
  picture: LinearRgba,
  { window, photograph }: PaintPlace,
  alpha: PlaneF32,
  strength: number,
): void {
  const { width, height } = picture
  const longer = Math.max(photograph.width, photograph.height)
  const spread = (MOST * strength * longer * width) / window.width
  if (spread < 0.3) return
  const scale = Math.min(1, SPREAD_PX / spread)
  const size = fitInside(picture, Math.max(2, Math.round(scale * Math.max(width, height))))
  const small = resampleLinear(picture, wholeOf(picture), linearRaster(size), LINEAR)
  const covered = resamplePlane(alpha, wholeOf(alpha), planeF32(size), LINEAR)
  for (let i = 0; i < covered.data.length; i++) {
    const share = Math.max(1e-4, 1 - covered.data[i]!)
    for (let c = 0; c < 3; c++) small.data[i * 4 + c]! *= share
    small.data[i * 4 + 3] = share
  }
  blurred(small, spread * (size.width / width))
  for (let p = 0; p < small.data.length; p += 4) {
    for (let c = 0; c < 3; c++) small.data[p + c]! /= small.data[p + 3]!
    small.data[p + 3] = 1
  }
  const soft = resampleLinear(small, wholeOf(small), linearRaster(picture), LINEAR)
  for (let i = 0, p = 0; i < alpha.data.length; i++, p += 4) {
    const share = 1 - alpha.data[i]!
    if (share <= 0) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    for (let c = 0; c < 3; c++) {
      // Grain is blurred away, so that nothing hides the steps of 8 bits.
      const light = soft.data[p + c]!
      const value = Math.max(0, light + dither(x, y, c, light, 0))
      picture.data[p + c]! += share * (value - picture.data[p + c]!)
    }
  }
}
