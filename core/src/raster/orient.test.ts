import { expect, test } from 'vitest'
import { orient } from './orient'
import { srgbRaster } from './raster'

/** A picture of one number a pixel, in red. */
const picture = (width: number, values: readonly number[]) =>
  srgbRaster(
    { width, height: values.length / width },
    Uint8ClampedArray.from(values.flatMap((value) => [value, 0, 0, 255])),
  )
const redsOf = (data: Uint8ClampedArray): number[] => [...data].filter((_, i) => i % 4 === 0)

/** What a camera stores, for each orientation, of the upright picture 1 2 3 / 4 5 6. */
test.each([
  [1, 3, [1, 2, 3, 4, 5, 6]],
  [2, 3, [3, 2, 1, 6, 5, 4]],
  [3, 3, [6, 5, 4, 3, 2, 1]],
  [4, 3, [4, 5, 6, 1, 2, 3]],
  [5, 2, [1, 4, 2, 5, 3, 6]],
  [6, 2, [3, 6, 2, 5, 1, 4]],
  [7, 2, [6, 3, 5, 2, 4, 1]],
  [8, 2, [4, 1, 5, 2, 6, 3]],
])('orientation %d is set upright', (orientation, width, stored) => {
  const upright = orient(picture(width, stored), orientation)
  expect([upright.width, upright.height]).toEqual([3, 2])
  expect(redsOf(upright.data)).toEqual([1, 2, 3, 4, 5, 6])
})
