import { expect, test } from 'vitest'
import { hexToLinear, linearRaster, planeU8 } from '@cloudbank/core/raster'
import { measureFringe } from './fringe'

const SIZE = { width: 60, height: 60 }

/** A disc of 20 px in one colour on another, its edge soft over four pixels. */
function disc(product: string, backdrop: string) {
  const photograph = linearRaster(SIZE)
  const truth = planeU8(SIZE)
  const inside = hexToLinear(product)
  const outside = hexToLinear(backdrop)
  for (let i = 0; i < truth.data.length; i++) {
    const distance = Math.hypot((i % 60) - 30, Math.floor(i / 60) - 30)
    const alpha = Math.min(1, Math.max(0, (22 - distance) / 4))
    truth.data[i] = Math.round(alpha * 255)
    const mixed = inside.map((value, c) => alpha * value + (1 - alpha) * outside[c]!)
    photograph.data.set([...mixed, 1], i * 4)
  }
  return { photograph, truth }
}

test('a plain product on a plain backdrop is lifted without a fringe, alpha alone leaves one', () => {
  const { photograph, truth } = disc('#3050a0', '#f4f4f0')
  const fringe = measureFringe(photograph, truth)!
  expect(fringe.green).toBeLessThan(0.5)
  expect(fringe.magenta).toBeLessThan(0.5)
  expect(fringe.plainGreen).toBeGreaterThan(5)
  expect(fringe.plainMagenta).toBeGreaterThan(5)
})

test('a product in its backdrop’s own colour has no fringe either way', () => {
  const { photograph, truth } = disc('#f4f4f0', '#f4f4f0')
  const fringe = measureFringe(photograph, truth)!
  for (const value of Object.values(fringe)) expect(value).toBeLessThan(0.05)
})

test('where there is no edge there is nothing to measure', () => {
  const { photograph, truth } = disc('#3050a0', '#f4f4f0')
  truth.data.fill(255)
  expect(measureFringe(photograph, truth)).toBeNull()
})
