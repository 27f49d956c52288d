import { expect, test } from 'vitest'
import { linearRaster, planeF32, srgbToLinear } from '../../../raster'
import { measureAlpha } from './measureAlpha'

test('measureAlpha finds the mix of a soft edge to a few hundredths', () => {
  const size = { width: 120, height: 60 }
  const picture = linearRaster(size)
  const plate = linearRaster(size)
  const inside = planeF32(size)
  const product = [0.05, 0.2, 0.4].map(srgbToLinear)
  const truth = (x: number): number => Math.min(1, Math.max(0, (x - 57) / 6))
  for (let i = 0; i < 120 * 60; i++) {
    const a = truth(i % 120)
    picture.data.set([...product.map((v) => a * v + (1 - a) * 0.7), 1], i * 4)
    plate.data.set([0.7, 0.7, 0.7, 1], i * 4)
    // The coarse cut lies two pixels off.
    inside.data[i] = i % 120 >= 62 ? 1 : 0
  }
  const alpha = measureAlpha({ picture, inside, plate, sidePx: 1600 })
  for (let x = 50; x < 70; x++)
    expect(Math.abs(alpha.data[30 * 120 + x]! / 255 - truth(x))).toBeLessThan(0.09)
  expect(alpha.data[30 * 120 + 20]).toBe(0)
  expect(alpha.data[30 * 120 + 100]).toBe(255)
})
