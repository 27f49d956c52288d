import { expect, test } from 'vitest'
import {
  fractionsOf,
  pixelsOf,
  rescaled,
  WHOLE_01,
  wholeOf,
  within01,
  type PxBox,
} from './coordinates'

const size = { width: 400, height: 200 }
const box: PxBox = { x: 100, y: 50, width: 200, height: 20 }

test('fractions are of the sides, and lead back to the same pixels', () => {
  expect(fractionsOf(box, size)).toEqual({ x: 0.25, y: 0.25, width: 0.5, height: 0.1 })
  expect(pixelsOf(fractionsOf(box, size), size)).toEqual(box)
  expect(pixelsOf(WHOLE_01, size)).toEqual(wholeOf(size))
})

test('rescaling is going by way of fractions', () => {
  const half = { width: 200, height: 100 }
  expect(rescaled(box, size, half)).toEqual(pixelsOf(fractionsOf(box, size), half))
})

test('a part within itself is all of it; beyond the border it leaves 0…1', () => {
  const outer = { x: 0.25, y: 0.5, width: 0.5, height: 0.25 }
  expect(within01(outer, outer)).toEqual(WHOLE_01)
  expect(within01(WHOLE_01, outer)).toEqual({ x: -0.5, y: -2, width: 2, height: 4 })
})

test('pixels are not taken where fractions are asked for', () => {
  // @ts-expect-error a box in pixels is none in fractions
  expect(pixelsOf(box, size).x).toBe(40_000)
})
