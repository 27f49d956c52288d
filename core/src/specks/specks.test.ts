import { describe, expect, test } from 'vitest'
import { srgbRaster, wholeOf, linearToSrgb, type SrgbRgba8 } from '../raster'
import { seededRandom } from '../raster/seeded.testing'
import { photographSource, withPatches } from '../source'
import { findSpecks, mendSpecks, type Speck } from '.'

const SIZE = { width: 320, height: 260 }

interface Dot {
  readonly x: number
  readonly y: number
  readonly radius: number
  readonly value: number
}

/** A surface with a slope and a grain, and dots on it. */
function surface(dots: readonly Dot[], grain = 4): SrgbRgba8 {
  const picture = srgbRaster(SIZE)
  const random = seededRandom(5)
  for (let y = 0, p = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++, p += 4) {
      const dot = dots.find((one) => Math.hypot(x - one.x, y - one.y) <= one.radius)
      const value = dot?.value ?? 110 + x / 8 + grain * (random() - 0.5)
      picture.data.set([value, value, value, 255], p)
    }
  return picture
}

const middles = (specks: readonly Speck[]): string[] =>
  specks
    .map(
      ({ window: { x, y, width, height } }) =>
        `${Math.round(x + width / 2)},${Math.round(y + height / 2)}`,
    )
    .sort()

const dust: Dot[] = [
  { x: 60, y: 60, radius: 2, value: 190 },
  { x: 200, y: 80, radius: 4, value: 60 },
  { x: 120, y: 200, radius: 7, value: 200 },
]

describe('dirt', () => {
  test('is found wherever it stands out, light or dark, small or large, and nothing else is', () => {
    const specks = findSpecks(photographSource(surface(dust)), 'gentle')
    expect(specks.map(({ isLight }) => isLight).sort()).toEqual([false, true, true])
    const places = middles(specks)
    for (const { x, y } of dust)
      expect(
        places.some(
          (at) => Math.hypot(Number(at.split(',')[0]) - x, Number(at.split(',')[1]) - y) < 2,
        ),
      ).toBe(true)
  })

  test('may be a hair', () => {
    const picture = surface([])
    for (let i = 0; i < 90; i++) {
      const p = (Math.round(60 + i * 0.6) * SIZE.width + 80 + i) * 4
      picture.data.fill(40, p, p + 3)
      picture.data.fill(40, p + 4, p + 7)
    }
    const [hair, ...others] = findSpecks(photographSource(picture), 'gentle')
    expect(others).toEqual([])
    expect(hair!.window.width).toBeGreaterThan(80)
  })

  test('is not the edge of a thing, nor its corner', () => {
    const picture = surface([])
    for (let y = 90; y < 180; y++)
      for (let x = 100; x < 220; x++)
        picture.data.fill(40, (y * SIZE.width + x) * 4, (y * SIZE.width + x) * 4 + 3)
    expect(findSpecks(photographSource(picture), 'firm')).toEqual([])
  })

  test('is not what lies in a crowd of its like: that is glaze or grain', () => {
    const random = seededRandom(9)
    const glaze = Array.from({ length: 120 }, () => ({
      x: 12 + Math.floor(random() * 296),
      y: 12 + Math.floor(random() * 236),
      radius: 2,
      value: 50,
    }))
    const speck = { x: 160, y: 130, radius: 3, value: 215 }
    const specks = findSpecks(photographSource(surface([speck, ...glaze])), 'firm')
    expect(specks.filter(({ isLight }) => isLight)).toHaveLength(1)
    expect(specks.filter(({ isLight }) => !isLight).length).toBeLessThanOrEqual(3)
  })

  test('of less contrast is found firmly, not gently', () => {
    const faint = surface([{ x: 160, y: 130, radius: 3, value: 142 }], 1)
    expect(findSpecks(photographSource(faint), 'gentle')).toEqual([])
    expect(findSpecks(photographSource(faint), 'firm')).toHaveLength(1)
  })
})

describe('what is mended', () => {
  const source = photographSource(surface(dust))
  const mended = withPatches(source, mendSpecks(source, findSpecks(source, 'gentle')))
  const { data } = mended.sample(wholeOf(SIZE), SIZE)
  const at = (x: number, y: number): number => 255 * linearToSrgb(data[(y * SIZE.width + x) * 4]!)

  test('is the surface again: its tone, and its grain', () => {
    for (const { x, y, radius } of dust) {
      const values: number[] = []
      for (let dy = -radius; dy <= radius; dy++)
        for (let dx = -radius; dx <= radius; dx++) values.push(at(x + dx, y + dy) - (x + dx) / 8)
      const mean = values.reduce((sum, value) => sum + value, 0) / values.length
      const spread = Math.sqrt(
        values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length,
      )
      expect(Math.abs(mean - 110)).toBeLessThan(1.5)
      // An even noise 4 high spreads by 4 over the root of twelve; a speck is given part of it.
      expect(spread).toBeGreaterThan(0.35)
      expect(spread).toBeLessThan(2.2)
    }
  })

  test('is nothing more than the dirt and its rim', () => {
    const { data: before } = source.sample(wholeOf(SIZE), SIZE)
    for (let y = 0; y < SIZE.height; y++)
      for (let x = 0; x < SIZE.width; x++) {
        if (dust.some((dot) => Math.hypot(x - dot.x, y - dot.y) <= dot.radius + 6)) continue
        expect(data[(y * SIZE.width + x) * 4]).toBeCloseTo(before[(y * SIZE.width + x) * 4]!, 6)
      }
  })
})
