import { describe, expect, test } from 'vitest'
import { gaussianBlur, planeF32, srgbRaster, type PlaneF32 } from '../raster'
import { photographSource } from '../source'
import { seededRandom } from '../raster/seeded.testing'
import { measureDirt } from './dirt'
import { fingerprint, fingerprintDistance } from './fingerprint'
import { measurePhotograph } from './measurePhotograph'
import { measureNoise } from './noise'
import { measureBlur } from './sharpness'
import { percentile } from './percentile'
import { measureTilt } from './tilt'

function plane(width: number, height: number, at: (x: number, y: number) => number): PlaneF32 {
  const result = planeF32({ width, height })
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) result.data[i] = at(x, y)
  return result
}

/** A light square on dark, turned clockwise by an angle, its edges antialiased. */
function square(side: number, degrees: number): PlaneF32 {
  const cos = Math.cos((degrees * Math.PI) / 180)
  const sin = Math.sin((degrees * Math.PI) / 180)
  return plane(side, side, (x, y) => {
    const u = (x - side / 2) * cos + (y - side / 2) * sin
    const v = -(x - side / 2) * sin + (y - side / 2) * cos
    const inside = side * 0.3 - Math.max(Math.abs(u), Math.abs(v))
    return 20 + 60 * Math.min(1, Math.max(0, inside + 0.5))
  })
}

test.each([1.5, 2.5, 4])('blur of %d px is measured as such', (sigma) => {
  const sharp = square(400, 0)
  expect(measureBlur(gaussianBlur(sharp, sigma, planeF32(sharp)))).toBeCloseTo(sigma, 0)
  expect(measureBlur(sharp)).toBeLessThan(0.9)
})

test('blur in one direction only is found', () => {
  const sharp = square(400, 0)
  const shaken = plane(400, 400, (x, y) => {
    let sum = 0
    for (let k = -5; k <= 5; k++) sum += sharp.data[y * 400 + Math.min(399, Math.max(0, x + k))]!
    return sum / 11
  })
  expect(measureBlur(shaken)).toBeGreaterThan(2)
})

test('noise is the standard deviation, whatever slope and edge there is', () => {
  const random = seededRandom(4)
  const gauss = (): number =>
    Math.sqrt(-2 * Math.log(random() + 1e-12)) * Math.cos(2 * Math.PI * random())
  const noisy = plane(200, 200, (x, y) => x * 0.1 + (y > 100 ? 40 : 0) + 1.5 * gauss())
  expect(measureNoise(noisy)).toBeGreaterThan(1.35)
  expect(measureNoise(noisy)).toBeLessThan(1.75)
})

test.each([-3.2, -1.4, 1.8, 4])('a square turned by %d° is tilted by that', (degrees) => {
  expect(measureTilt(square(500, degrees))).toBeCloseTo(degrees, 0)
})

test('a disc has no tilt', () => {
  expect(
    measureTilt(plane(400, 400, (x, y) => (Math.hypot(x - 200, y - 200) < 120 ? 80 : 20))),
  ).toBeNull()
})

test('specks on the backdrop are counted, those on the product are not', () => {
  const specks = [
    [100, 100],
    [300, 80],
    [500, 420],
    [250, 250],
  ]
  const lightness = plane(600, 500, (x, y) =>
    specks.some(([sx, sy]) => Math.hypot(x - sx!, y - sy!) < 3) ? 70 : 85 + x * 0.005,
  )
  const product = plane(600, 500, (x, y) => (Math.hypot(x - 250, y - 250) < 60 ? 1 : 0))
  expect(measureDirt(lightness, product)).toBe(3)
})

test('the fingerprint survives exposure and scale, and tells motifs apart', () => {
  const motif = (x: number, y: number): number => 50 + 30 * Math.sin(x * 7) * Math.cos(y * 5)
  const one = fingerprint(plane(300, 200, (x, y) => motif(x / 300, y / 200)))
  const other = fingerprint(plane(450, 300, (x, y) => 10 + 0.8 * motif(x / 450, y / 300)))
  const third = fingerprint(plane(300, 200, (x, y) => motif(y / 200, x / 300)))
  expect(one).toHaveLength(64)
  expect(fingerprintDistance(one, other)).toBeLessThan(8)
  expect(fingerprintDistance(one, third)).toBeGreaterThan(60)
})

describe('a photograph', () => {
  /** Grey paper, warm, with a darker box off centre. */
  const photograph = srgbRaster({ width: 800, height: 600 })
  for (let y = 0, p = 0; y < 600; y++)
    for (let x = 0; x < 800; x++, p += 4)
      photograph.data.set(
        x >= 480 && x < 720 && y >= 150 && y < 450 ? [60, 60, 60, 255] : [200, 190, 170, 255],
        p,
      )
  const map = plane(192, 192, (x, y) =>
    x >= 0.6 * 192 && x < 0.9 * 192 && y >= 0.25 * 192 && y < 0.75 * 192 ? 1 : 0,
  )
  const source = photographSource(photograph)

  test('is measured as it was made', () => {
    const measures = measurePhotograph(source, map)
    expect(measures.backdrop.share01).toBe(1)
    expect(measures.backdrop.cast[1]).toBeGreaterThan(8)
    expect(measures.clipped01).toBe(0)
    expect(measures.specks).toBe(0)
    expect(measures.product?.box.x).toBeCloseTo(0.6, 2)
    expect(measures.product?.box.height).toBeCloseTo(0.5, 2)
    expect(measures.product?.fill01).toBeCloseTo(0.5, 2)
    expect(measures.product?.offCentre01).toBeCloseTo(0.25, 2)
    expect(measures.product?.touchesBorder).toBe(false)
    expect(measures.product?.tone01).toBeCloseTo(60 / 255, 2)
  })

  test('without a product says so', () => {
    expect(
      measurePhotograph(
        source,
        plane(192, 192, () => 0),
      ).product,
    ).toBeNull()
  })
})

test('a percentile found by counting is the one found by sorting, to a twentieth', () => {
  const random = seededRandom(9)
  const values = Float32Array.from({ length: 5000 }, () => 100 * random() ** 2)
  const sorted = [...values].sort((a, b) => a - b)
  for (const share of [0, 0.05, 0.5, 0.95, 1])
    expect(percentile(values, share)).toBeCloseTo(
      sorted[Math.min(4999, Math.floor(5000 * share))]!,
      1,
    )
  expect(percentile([], 0.5)).toBe(0)
})
