import { describe, expect, test } from 'vitest'
import { linearRaster, planeF32, type LinearRgba, type PlaneF32 } from '../raster'
import { seededRandom } from '../raster/seeded.testing'
import { coverageOf } from './coverage'
import { extendBackdrop } from './extendBackdrop'

const SIZE = { width: 160, height: 120 }
/** The photograph: 100 columns from 30, 80 rows from 20. */
const PHOTO = { width: 100, height: 80 }
const WINDOW = { x: -30, y: -20, ...SIZE }
const coverage = coverageOf(WINDOW, PHOTO, SIZE)
const isOn = (x: number, y: number): boolean => x >= 30 && x < 130 && y >= 20 && y < 100

/** A picture of which only what lies on the photograph is known. */
function photographed(valueAt: (x: number, y: number) => number): LinearRgba {
  const picture = linearRaster(SIZE)
  for (let y = 0, p = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++, p += 4)
      picture.data.fill(isOn(x, y) ? valueAt(x, y) : 0.9, p, p + 3).fill(1, p + 3, p + 4)
  return picture
}

const at = ({ data }: LinearRgba, x: number, y: number): number => data[(y * SIZE.width + x) * 4]!
const nothing = (): PlaneF32 | null => null

/** Mean and spread of the made pixels. */
function made(picture: LinearRgba): { mean: number; spread: number } {
  const values: number[] = []
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++) if (!isOn(x, y)) values.push(at(picture, x, y))
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  const square = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length
  return { mean, spread: Math.sqrt(square) }
}

describe('more backdrop', () => {
  test('of one tone is that tone, and the photograph stays as it is', () => {
    const picture = photographed(() => 0.4)
    extendBackdrop(picture, coverage, nothing)
    for (let y = 0; y < SIZE.height; y++)
      for (let x = 0; x < SIZE.width; x++) expect(at(picture, x, y)).toBeCloseTo(0.4, 5)
  })

  test('lets a fall-off go on past the edge, without a step', () => {
    const slope = (x: number): number => 0.5 - 0.001 * x
    const picture = photographed((x) => slope(x))
    extendBackdrop(picture, coverage, nothing)
    expect(at(picture, 130, 60)).toBeLessThan(at(picture, 120, 60))
    expect(at(picture, 29, 60)).toBeGreaterThan(at(picture, 40, 60))
    for (let x = 1; x < SIZE.width; x++)
      expect(Math.abs(at(picture, x, 60) - at(picture, x - 1, 60))).toBeLessThan(0.004)
    // It dies away: it never runs off to black or white.
    expect(at(picture, 159, 60)).toBeGreaterThan(slope(159) - 0.01)
  })

  test('has the noise of the photograph: neither smooth nor coarser', () => {
    const random = seededRandom(11)
    const noise = Array.from({ length: SIZE.width * SIZE.height }, () => random() - 0.5)
    const picture = photographed((x, y) => 0.4 + 0.05 * noise[y * SIZE.width + x]!)
    extendBackdrop(picture, coverage, nothing)
    const { mean, spread } = made(picture)
    expect(mean).toBeCloseTo(0.4, 2)
    // An even noise of this height spreads by its width over the root of twelve.
    expect(spread / (0.05 / Math.sqrt(12))).toBeGreaterThan(0.8)
    expect(spread / (0.05 / Math.sqrt(12))).toBeLessThan(1.2)
  })

  test('has nothing of a product at the edge: the backdrop goes on behind it', () => {
    const isThing = (x: number, y: number): boolean => x < 50 && y > 45 && y < 75
    const alpha = planeF32(SIZE)
    for (let y = 0; y < SIZE.height; y++)
      for (let x = 30; x < 50; x++) if (isThing(x, y)) alpha.data[y * SIZE.width + x] = 1
    const picture = photographed((x, y) => (isThing(x, y) ? 0.05 : 0.4))
    extendBackdrop(picture, coverage, () => alpha)
    for (let x = 0; x < 30; x++) expect(at(picture, x, 60)).toBeCloseTo(0.4, 3)
  })

  test('does not mirror a thing that nobody cut', () => {
    const picture = photographed((x, y) => (x > 36 && x < 42 && y > 45 && y < 75 ? 0.05 : 0.4))
    extendBackdrop(picture, coverage, nothing)
    for (let x = 0; x < 30; x++) expect(at(picture, x, 60)).toBeCloseTo(0.4, 3)
  })

  test('is made though a product fills all of the edge but a gap', () => {
    const isGap = (x: number, y: number): boolean => x > 35 && x < 47 && y > 54 && y < 66
    const isThing = (x: number, y: number): boolean => x < 60 && !isGap(x, y)
    const alpha = planeF32(SIZE)
    for (let y = 20; y < 100; y++)
      for (let x = 30; x < 60; x++) if (isThing(x, y)) alpha.data[y * SIZE.width + x] = 1
    const picture = photographed((x, y) => (isThing(x, y) ? 0.05 : 0.4))
    extendBackdrop(picture, coverage, () => alpha)
    for (let y = 20; y < 100; y++) expect(at(picture, 10, y)).toBeCloseTo(0.4, 2)
  })

  test('is not made of a photograph that is partly transparent', () => {
    const picture = photographed(() => 0.4)
    picture.data[(60 * SIZE.width + 80) * 4 + 3] = 0.5
    const before = picture.data.slice()
    extendBackdrop(picture, coverage, nothing)
    expect(picture.data).toEqual(before)
  })
})
