import { expect, test } from 'vitest'
import { planeU8, type PlaneU8 } from '@cloudbank/core/raster'
import { measureCut } from './cutMeasures'

const SIZE = { width: 100, height: 100 }

function square(x0: number, y0: number, side: number, value = 255): PlaneU8 {
  const plane = planeU8(SIZE)
  for (let y = y0; y < y0 + side; y++) plane.data.fill(value, y * 100 + x0, y * 100 + x0 + side)
  return plane
}

test('the truth scores full marks', () => {
  expect(measureCut(square(20, 20, 40), square(20, 20, 40))).toEqual({
    iou: 1,
    alphaError: 0,
    boundaryF: 1,
  })
})

test('a square ten pixels off has the overlap of two rectangles', () => {
  const { iou, alphaError } = measureCut(square(30, 20, 40), square(20, 20, 40))
  expect(iou).toBeCloseTo(1200 / 2000, 9)
  expect(alphaError).toBeCloseTo(800 / 10_000, 9)
})

test('two pixels off still count as the same boundary, three do not on the sides that moved', () => {
  expect(measureCut(square(22, 20, 40), square(20, 20, 40)).boundaryF).toBe(1)
  const three = measureCut(square(23, 20, 40), square(20, 20, 40)).boundaryF
  expect(three).toBeGreaterThan(0.4)
  expect(three).toBeLessThan(0.8)
})

test('half alpha is outside for the overlap and half an error for alpha', () => {
  const { iou, alphaError } = measureCut(square(20, 20, 40, 127), square(20, 20, 40))
  expect(iou).toBe(0)
  expect(alphaError).toBeCloseTo((1600 * (128 / 255)) / 10_000, 9)
})
