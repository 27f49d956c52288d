import { describe, expect, test } from 'vitest'
import { LINEAR, LINEAR_OF_BYTE, linearRaster, POINT, srgbRaster, wholeOf } from '../raster'
import { randomBytes } from '../raster/seeded.testing'
import { photographSource, withPatches, type Patch } from './source'

const size = { width: 40, height: 30 }
const original = srgbRaster(size, randomBytes(40 * 30 * 4, 5))
for (let p = 3; p < original.data.length; p += 4) original.data[p] = 255
const source = photographSource(original)

/** A patch of one colour in linear light. */
function patch(x: number, y: number, width: number, height: number, alpha = 1): Patch {
  const picture = linearRaster({ width: 8, height: 8 })
  for (let p = 0; p < picture.data.length; p += 4)
    picture.data.set([0.25 * alpha, 0.5 * alpha, 0.75 * alpha, alpha], p)
  return { window: { x, y, width, height }, picture }
}

describe('a photograph as a source', () => {
  test('at its own scale is the photograph, pixel by pixel', () => {
    const { data } = source.sample(wholeOf(size), size, POINT)
    for (let i = 0; i < data.length; i++)
      expect(data[i]).toBe(i % 4 === 3 ? 1 : LINEAR_OF_BYTE[original.data[i]!])
  })

  test('is reduced once for each size', () => {
    expect(source.reduced(20)).toBe(source.reduced(20))
    expect(source.reduced(20)).toMatchObject({ width: 20, height: 15 })
    expect(source.reduced(20).data).toEqual(
      source.sample(wholeOf(size), { width: 20, height: 15 }, LINEAR).data,
    )
  })
})

describe('patches', () => {
  test('none leave the source as it is', () => {
    expect(withPatches(source, [])).toBe(source)
  })

  test('cover what lies under them and nothing else, at its own scale', () => {
    const patched = withPatches(source, [patch(10, 6, 12, 8)])
    const { data } = patched.sample(wholeOf(size), size)
    const before = source.sample(wholeOf(size), size)
    for (let y = 0, p = 0; y < 30; y++)
      for (let x = 0; x < 40; x++, p += 4) {
        const under = x >= 10 && x < 22 && y >= 6 && y < 14
        const wanted = under ? [0.25, 0.5, 0.75] : before.data.subarray(p, p + 3)
        for (let c = 0; c < 3; c++) expect(data[p + c]).toBeCloseTo(wanted[c]!, 5)
      }
  })

  test('lie in the same place at every scale, and in a window off the grid', () => {
    const patched = withPatches(source, [patch(10, 6, 12, 8)])
    const window = { x: 8.5, y: 5.25, width: 20, height: 15 }
    const picture = patched.sample(window, { width: 80, height: 60 }, LINEAR)
    const at = (x: number, y: number): Float32Array => {
      const p = (Math.floor((y - 5.25) * 4) * 80 + Math.floor((x - 8.5) * 4)) * 4
      return picture.data.subarray(p, p + 3)
    }
    const inside = Float32Array.of(0.25, 0.5, 0.75)
    for (const [x, y] of [
      [10.3, 6.3],
      [21.6, 13.6],
      [16, 10],
    ] as const)
      at(x, y).forEach((v, c) => expect(v).toBeCloseTo(inside[c]!, 4))
    expect(Math.abs(at(9.6, 10)[1]! - 0.5)).toBeGreaterThan(1e-4)
  })

  test('that are half transparent are mixed in linear light', () => {
    const { data } = withPatches(source, [patch(0, 0, 40, 30, 0.5)]).sample(wholeOf(size), size)
    const before = source.sample(wholeOf(size), size)
    for (const p of [0, 400, 4000])
      expect(data[p + 1]).toBeCloseTo(0.25 + 0.5 * before.data[p + 1]!, 5)
  })

  test('leave what is see-through as it was: they mend what there is', () => {
    const clear = srgbRaster(size, original.data.slice())
    for (let i = 0; i < 40 * 30; i++) clear.data[i * 4 + 3] = [0, 128, 255][i % 3]!
    const before = photographSource(clear).sample(wholeOf(size), size)
    const { data } = withPatches(photographSource(clear), [patch(10, 6, 12, 8)]).sample(
      wholeOf(size),
      size,
    )
    for (const i of [8 * 40 + 12, 8 * 40 + 13, 8 * 40 + 14]) {
      const alpha = before.data[i * 4 + 3]!
      expect(data[i * 4 + 3]).toBe(alpha)
      expect(data[i * 4]).toBeCloseTo(0.25 * alpha, 5)
      expect(data[i * 4 + 2]).toBeCloseTo(0.75 * alpha, 5)
    }
  })

  test('lie over one another in their order, and beyond the window do nothing', () => {
    const over: Patch = { ...patch(10, 6, 12, 8), picture: linearRaster({ width: 2, height: 2 }) }
    over.picture.data.fill(1)
    const { data } = withPatches(source, [
      patch(10, 6, 12, 8),
      over,
      patch(-50, -50, 10, 10),
    ]).sample(wholeOf(size), size)
    expect(data[(10 * 40 + 16) * 4]).toBeCloseTo(1, 5)
  })
})
