import sharp from 'sharp'
import type { Matte } from '@cloudbank/core/matte'
import {
  LINEAR,
  pixelsOf,
  planeF32,
  planeU8,
  resamplePlane,
  WHOLE_01,
  within01,
  type PlaneU8,
  type Size,
} from '@cloudbank/core/raster'

/** Longer side at which cuts are compared, in pixels. */
const SIDE_PX = 1000

/** The true alpha of a photograph, at the size at which cuts are compared. */
export async function readTruth(path: string): Promise<PlaneU8> {
  const { data, info } = await sharp(path)
    .greyscale()
    .resize(SIDE_PX, SIDE_PX, { fit: 'inside' })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return planeU8(info, new Uint8Array(data))
}

/** Alpha of a matte over the whole photograph, at a size. A shot that was left whole is all product. */
export function alphaOver(matte: Matte | null, size: Size): PlaneU8 {
  const whole = planeU8(size)
  if (matte?.kind !== 'cut') {
    whole.data.fill(255)
    return whole
  }
  const { area, plane } = matte.alphas.at(-1)!
  const window = pixelsOf(within01(WHOLE_01, area), plane)
  const spread = resamplePlane(plane, window, planeF32(size), LINEAR)
  // Beyond its area a matte is empty; resampling would let its border go on.
  const inside = pixelsOf(area, size)
  spread.data.forEach((value, i) => {
    const x = (i % size.width) + 0.5
    const y = Math.floor(i / size.width) + 0.5
    const within =
      x >= inside.x &&
      x <= inside.x + inside.width &&
      y >= inside.y &&
      y <= inside.y + inside.height
    whole.data[i] = within ? Math.round(value * 255) : 0
  })
  return whole
}
