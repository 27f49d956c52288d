import { planeF32, type PlaneF32, type Size } from '../raster'

/** What is soft is worked out for every so manieth pixel. */
const COARSE_STEP = 6

/** Values at a coarse scale, by where they lie: across from the middle, and down, in heights of the picture. */
export function coarse(
  { width, height }: Size,
  valueAt: (across: number, v: number) => number,
): PlaneF32 {
  const plane = planeF32({
    width: Math.ceil(width / COARSE_STEP) + 2,
    height: Math.ceil(height / COARSE_STEP) + 2,
  })
  for (let row = 0; row < plane.height; row++)
    for (let column = 0; column < plane.width; column++) {
      const across = (column * COARSE_STEP) / height - width / height / 2
      plane.data[row * plane.width + column] = valueAt(across, (row * COARSE_STEP) / height)
    }
  return plane
}

/** Such a value at a pixel, between the four that are known about it. */
export function between({ width, data }: PlaneF32, x: number, y: number): number {
  const [cx, cy] = [Math.floor(x / COARSE_STEP), Math.floor(y / COARSE_STEP)]
  const [u, v] = [x / COARSE_STEP - cx, y / COARSE_STEP - cy]
  const at = cy * width + cx
  const top = data[at]! + (data[at + 1]! - data[at]!) * u
  const low = data[at + width]! + (data[at + width + 1]! - data[at + width]!) * u
  return top + (low - top) * v
}
