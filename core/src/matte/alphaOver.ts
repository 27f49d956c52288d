import {
  LINEAR,
  pixelsOf,
  planeF32,
  resamplePlane,
  WHOLE_01,
  within01,
  type PlaneF32,
  type Size,
} from '../raster'
import type { Alpha } from './matte'

/** Alpha, 0…1, over the whole photograph at a size. */
export function alphaOver({ area, plane }: Alpha, size: Size): PlaneF32 {
  const window = pixelsOf(within01(WHOLE_01, area), plane)
  const spread = resamplePlane(plane, window, planeF32(size), LINEAR)
  // Beyond its area a matte is empty; resampling lets its border go on.
  const inside = pixelsOf(area, size)
  const isWithin = (at: number, start: number, length: number): boolean =>
    at + 0.5 >= start && at + 0.5 <= start + length
  for (let y = 0, i = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, i++)
      if (!isWithin(x, inside.x, inside.width) || !isWithin(y, inside.y, inside.height))
        spread.data[i] = 0
  return spread
}
