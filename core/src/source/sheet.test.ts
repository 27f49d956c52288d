import { describe, expect, test } from 'vitest'
import { LINEAR, linearRaster, srgbRaster, wholeOf, type LinearRgba, type PxBox } from '../raster'
import { randomBytes } from '../raster/seeded.testing'
import { Sheet, withSheet } from './sheet'
import { photographSource, withPatches, type Patch } from './source'

const size = { width: 600, height: 400 }
const original = srgbRaster(size, randomBytes(600 * 400 * 4, 5))
for (let p = 3; p < original.data.length; p += 4) original.data[p] = 255
const source = photographSource(original)

/** A patch of random colours, as see-through as is said. */
function patch(window: PxBox, alpha: number, seed: number): Patch {
  const picture = linearRaster(window)
  const bytes = randomBytes(picture.data.length, seed)
  for (let i = 0; i < bytes.length; i++)
    picture.data[i] = i % 4 === 3 ? alpha : (bytes[i]! / 255) * alpha
  return { window, picture }
}

const at = (x: number, y: number, width: number, height: number): PxBox => ({ x, y, width, height })
const sheetOf = (...patches: Patch[]): Sheet => {
  const sheet = new Sheet()
  sheet.lay(patches)
  return sheet
}
const furthest = (a: LinearRgba, b: LinearRgba): number =>
  a.data.reduce((most, value, i) => Math.max(most, Math.abs(value - b.data[i]!)), 0)

describe('a sheet', () => {
  test('with nothing on it leaves the source as it is', () => {
    expect(withSheet(source, new Sheet())).toBe(source)
  })

  test('is what its patches are, one over the other, at the photograph’s own scale', () => {
    const patches = [
      patch(at(200, 100, 150, 90), 1, 1),
      patch(at(250, 120, 200, 200), 0.5, 2),
      patch(at(-20, 380, 80, 60), 0.7, 3),
    ]
    const window = at(180, 90, 300, 250)
    for (const part of [window, wholeOf(size), at(-10, 300, 100, 100)]) {
      const sheet = withSheet(source, sheetOf(...patches)).sample(part, part)
      expect(furthest(sheet, withPatches(source, patches).sample(part, part))).toBeLessThan(1e-5)
    }
  })

  test('shows nothing of what it covers where its tiles and its patches meet, at any scale', () => {
    const black = photographSource(
      srgbRaster(
        size,
        original.data.map((_, i) => (i % 4 === 3 ? 255 : 0)),
      ),
    )
    const white = (window: PxBox): Patch => {
      const made = patch(window, 1, 1)
      made.picture.data.fill(1)
      return made
    }
    // Two that touch in the middle of a pixel of the smaller picture, over four tiles.
    const halves = [white(at(150, 150, 101, 200)), white(at(251, 150, 149, 200))]
    const inside = at(160, 160, 230, 180)
    for (const wanted of [
      { width: 77, height: 61 },
      { width: 115, height: 90 },
      { width: 391, height: 306 },
    ]) {
      const { data } = withSheet(black, sheetOf(...halves)).sample(inside, wanted, LINEAR)
      expect(data.reduce((least, value) => Math.min(least, value), 1)).toBeGreaterThan(0.999)
    }
  })

  test('goes on as another without a change to the first', () => {
    const first = sheetOf(patch(at(100, 100, 50, 50), 1, 1))
    const part = at(90, 90, 80, 80)
    const before = withSheet(source, first).sample(part, part)
    const next = first.fork()
    next.lay([patch(at(110, 110, 50, 50), 1, 2)])
    expect(withSheet(source, first).sample(part, part)).toEqual(before)
    expect(furthest(withSheet(source, next).sample(part, part), before)).toBeGreaterThan(0.1)
  })

  test('takes no patch of another scale', () => {
    const wide = { ...patch(at(0, 0, 10, 10), 1, 1), window: at(0, 0, 20, 20) }
    expect(() => sheetOf(wide)).toThrow(RangeError)
  })
})
