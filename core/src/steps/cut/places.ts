import type { Box01, Size } from '../../raster'

/** The box about some pixels of a picture, given by their indices; at least one. */
export function boxOfPixels(pixels: readonly number[], { width, height }: Size): Box01 {
  let left = width
  let top = height
  let right = 0
  let bottom = 0
  for (const i of pixels) {
    const x = i % width
    const y = Math.floor(i / width)
    left = Math.min(left, x)
    right = Math.max(right, x + 1)
    top = Math.min(top, y)
    bottom = Math.max(bottom, y + 1)
  }
  return {
    x: left / width,
    y: top / height,
    width: (right - left) / width,
    height: (bottom - top) / height,
  }
}

/** The middle of a pixel, as fractions of the picture's sides. */
export const pointAt = (i: number, { width, height }: Size): readonly [x: number, y: number] => [
  ((i % width) + 0.5) / width,
  (Math.floor(i / width) + 0.5) / height,
]
