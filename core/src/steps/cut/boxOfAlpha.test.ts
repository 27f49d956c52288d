import { expect, test } from 'vitest'
import { planeU8 } from '../../raster'
import { boxOfAlpha } from './boxOfAlpha'

/** Alpha of a rectangle whose sides lie anywhere: each pixel holds the share that it covers. */
function rectangle(width: number, height: number, x0: number, y0: number, x1: number, y1: number) {
  const plane = planeU8({ width, height })
  const covered = (from: number, to: number, i: number): number =>
    Math.max(0, Math.min(to, i + 1) - Math.max(from, i))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      plane.data[y * width + x] = Math.round(255 * covered(x0, x1, x) * covered(y0, y1, y))
  return plane
}

test.each([
  [3, 2, 11, 8],
  [3.25, 2.5, 11.75, 8.1],
  [2.6, 4.4, 9.3, 7.9],
])('finds the sides of a rectangle from %d, %d to %d, %d within a fifth of a pixel', (...sides) => {
  const [x0, y0, x1, y1] = sides
  const box = boxOfAlpha(rectangle(16, 12, x0, y0, x1, y1))!
  const found = [box.x, box.y, box.x + box.width, box.y + box.height]
  found.forEach((side, k) => expect(Math.abs(side - sides[k]!)).toBeLessThan(0.2))
})

test('a product that fills the plane has all of it', () => {
  expect(boxOfAlpha(rectangle(5, 4, 0, 0, 5, 4))).toEqual({ x: 0, y: 0, width: 5, height: 4 })
})

test('nothing above ½ is no box', () => {
  const faint = planeU8({ width: 6, height: 6 })
  faint.data.fill(127)
  expect(boxOfAlpha(faint)).toBeNull()
})
