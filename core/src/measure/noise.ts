import type { PlaneF32 } from '../raster'

/**
 * Standard deviation of noise, in the units of the plane: the mean response to a mask that edges and
 * slopes do not answer to.
 *
 * Source: Immerkær 1996, Fast noise variance estimation.
 */
export function measureNoise({ width, height, data }: PlaneF32): number {
  if (width < 3 || height < 3) return 0
  let sum = 0
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      sum += Math.abs(
        data[i - width - 1]! -
          2 * data[i - width]! +
          data[i - width + 1]! -
          2 * data[i - 1]! +
          4 * data[i]! -
          2 * data[i + 1]! +
          data[i + width - 1]! -
          2 * data[i + width]! +
          data[i + width + 1]!,
      )
    }
  return (Math.sqrt(Math.PI / 2) * sum) / (6 * (width - 2) * (height - 2))
}
