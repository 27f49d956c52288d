import { describe, expect, test } from 'vitest'
import { gaussianBlur, softenPlane } from './blur'
import { boxAbove, components } from './components'
import { squaredDistance } from './distance'
import { planeF32, planeU8, srgbRaster } from './raster'
import { seededRandom } from './seeded.testing'

describe('gaussianBlur', () => {
  test('spreads a point to a Gaussian of the asked width, and keeps its sum', () => {
    const plane = planeF32({ width: 41, height: 41 })
    plane.data[20 * 41 + 20] = 1
    gaussianBlur(plane, 2, plane)
    let sum = 0
    let variance = 0
    plane.data.forEach((v, i) => {
      sum += v
      variance += v * ((i % 41) - 20) ** 2
    })
    expect(sum).toBeCloseTo(1, 5)
    expect(Math.sqrt(variance)).toBeCloseTo(2, 1)
  })

  test('mirroring commutes, on sides that are no multiple of four', () => {
    const random = seededRandom(4)
    const size = { width: 23, height: 9 }
    const plane = planeF32(size, Float32Array.from({ length: 23 * 9 }, random))
    const mirror = (p: typeof plane) =>
      planeF32(
        size,
        p.data.map((_, i) => p.data[Math.floor(i / 23) * 23 + 22 - (i % 23)]!),
      )
    const once = planeF32(size)
    const twice = planeF32(size)
    gaussianBlur(mirror(plane), 1.3, once)
    gaussianBlur(plane, 1.3, twice)
    mirror(twice).data.forEach((v, i) => expect(once.data[i]).toBeCloseTo(v, 5))
  })
})

test('softenPlane leaves a flat plane flat and radius 0 changes nothing', () => {
  const flat = planeF32({ width: 17, height: 11 })
  flat.data.fill(0.4)
  softenPlane(flat, 3, new Float32Array(17 * 11))
  flat.data.forEach((v) => expect(v).toBeCloseTo(0.4, 5))
  const point = planeF32({ width: 3, height: 1 }, Float32Array.of(0, 1, 0))
  softenPlane(point, 0, new Float32Array(3))
  expect([...point.data]).toEqual([0, 1, 0])
})

describe('squaredDistance', () => {
  test('equals the nearest of all mask pixels', () => {
    const random = seededRandom(9)
    const mask = planeU8({ width: 19, height: 14 })
    for (let i = 0; i < mask.data.length; i++) mask.data[i] = random() < 0.05 ? 1 : 0
    const found = squaredDistance(mask)
    for (let i = 0; i < mask.data.length; i++) {
      let least = Infinity
      for (let j = 0; j < mask.data.length; j++)
        if (mask.data[j])
          least = Math.min(
            least,
            ((i % 19) - (j % 19)) ** 2 + (Math.floor(i / 19) - Math.floor(j / 19)) ** 2,
          )
      expect(found.data[i]).toBe(least)
    }
  })

  test('is far everywhere when the mask is empty', () => {
    expect(Math.min(...squaredDistance(planeU8({ width: 4, height: 3 })).data)).toBeGreaterThan(
      1e11,
    )
  })
})

test('components finds pieces, their boxes, and whether they touch the border', () => {
  const rows = ['#..#.', '#...#', '..#..', '.....']
  const mask = planeU8(
    { width: 5, height: 4 },
    Uint8Array.from([...rows.join('')].map((c) => (c === '#' ? 1 : 0))),
  )
  const through = components(mask)
  expect(through.list.map(({ area }) => area)).toEqual([2, 1, 1, 1])
  expect(through.list[3]).toMatchObject({ x0: 2, y0: 2, x1: 3, y1: 3, touchesBorder: false })
  expect(components(mask, true).list.map(({ area }) => area)).toEqual([2, 2, 1])
})

test('boxAbove is the tight box, or null', () => {
  const plane = planeU8({ width: 6, height: 5 })
  expect(boxAbove(plane, 0)).toBeNull()
  plane.data[1 * 6 + 2] = 200
  plane.data[3 * 6 + 4] = 200
  expect(boxAbove(plane, 127)).toEqual({ x: 2, y: 1, width: 3, height: 3 })
})

test('a raster refuses data of another length and sides that are no whole numbers', () => {
  expect(() => srgbRaster({ width: 2, height: 2 }, new Uint8ClampedArray(15))).toThrow(RangeError)
  expect(() => srgbRaster({ width: 2.5, height: 2 })).toThrow(RangeError)
})
