import sharp from 'sharp'
import { alphaOver, type Matte } from '@cloudbank/core/matte'
import { planeU8, type PlaneU8, type Size } from '@cloudbank/core/raster'

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

/** What a matte makes of a whole photograph, at a size. A shot that was left whole is all product. */
export function cutOf(matte: Matte | null, size: Size): PlaneU8 {
  if (matte?.kind !== 'cut')
    return planeU8(size, new Uint8Array(size.width * size.height).fill(255))
  const { data } = alphaOver(matte.alphas.at(-1)!, size)
  return planeU8(
    size,
    Uint8Array.from(data, (alpha) => Math.round(alpha * 255)),
  )
}
