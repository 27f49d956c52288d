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

/** Whether one of them lies about a place. */
const isAt = (specks: readonly Speck[], x: number, y: number): boolean =>
  specks.some(
    ({ window }) =>
      Math.hypot(window.x + window.width / 2 - x, window.y + window.height / 2 - y) < 3,
  )

const dust: Dot[] = [
  { x: 60, y: 60, radius: 2, value: 190 },
  { x: 200, y: 80, radius: 4, value: 60 },
  { x: 120, y: 200, radius: 7, value: 200 },
]

describe('dirt', () => {
  test('is found wherever it stands out, light or dark, small or large, and nothing else is', () => {
    const specks = findSpecks(photographSource(surface(dust)), 'gentle')
    expect(specks).toHaveLength(3)
    for (const { x, y } of dust) expect(isAt(specks, x, y)).toBe(true)
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

  test('may be a curled hair, 5 pixels wide, with a speck on it', () => {
    const curl: Dot[] = Array.from({ length: 120 }, (_, k) => {
      const turn = (k / 120) * 1.5 * Math.PI
      return { x: 160 + 50 * Math.cos(turn), y: 130 + 50 * Math.sin(turn), radius: 2.2, value: 60 }
    })
    const lump = { x: 160, y: 180, radius: 5, value: 60 }
    const [hair, ...others] = findSpecks(photographSource(surface([...curl, lump])), 'firm')
    expect(others).toEqual([])
    expect(hair!.window.width).toBeGreaterThan(90)
    expect(hair!.window.height).toBeGreaterThan(90)
  })

  test('may be told from its surface by colour alone', () => {
    const picture = surface([])
    const lumaOf = (p: number): number =>
      0.25 * picture.data[p]! + 0.6 * picture.data[p + 1]! + 0.15 * picture.data[p + 2]!
    for (let p = 0; p < picture.data.length; p += 4) {
      const [x, y] = [(p / 4) % SIZE.width, Math.floor(p / 4 / SIZE.width)]
      // A warm surface, and a grey speck on it that is as bright.
      picture.data[p + 2]! -= 60
      if (Math.hypot(x - 160, y - 130) <= 6) picture.data.fill(lumaOf(p), p, p + 3)
    }
    const specks = findSpecks(photographSource(picture), 'firm')
    expect(specks).toHaveLength(1)
    expect(isAt(specks, 160, 130)).toBe(true)
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
    expect(isAt(specks, 160, 130)).toBe(true)
    expect(specks.length).toBeLessThanOrEqual(4)
  })

  test('is no letter, figure or mark of a scale, of whatever size: they stand in a row and are of one ink', () => {
    /** Upright strokes with a dot above every other, as of letters. */
    const row = (x: number, y: number, tall: number, apart: number): Dot[] =>
      Array.from({ length: 5 }, (_, k) => [
        ...Array.from({ length: tall }, (_, dy) => ({
          x: x + k * apart,
          y: y + dy,
          radius: Math.max(1, tall / 12),
          value: 60,
        })),
        ...(k % 2
          ? [{ x: x + k * apart, y: y - tall / 3, radius: tall / 10 + 0.5, value: 60 }]
          : []),
      ]).flat()
    const print = [...row(40, 40, 8, 6), ...row(40, 90, 14, 12), ...row(40, 150, 26, 40)]
    const apart = [
      { x: 250, y: 60, radius: 3, value: 60 },
      { x: 280, y: 120, radius: 4, value: 60 },
      { x: 240, y: 230, radius: 2, value: 200 },
    ]
    for (const strength of ['gentle', 'firm'] as const) {
      const specks = findSpecks(photographSource(surface([...print, ...apart])), strength)
      for (const { x, y } of apart) expect(isAt(specks, x, y)).toBe(true)
      expect(specks).toHaveLength(apart.length)
    }
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
      expect(spread).toBeGreaterThan(0.25)
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
