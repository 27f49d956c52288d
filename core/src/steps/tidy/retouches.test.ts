import { describe, expect, test } from 'vitest'
import { srgbRaster, type LinearRgba } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { photographSource, type Source } from '../../source'
import { TidySettings } from './settings'
import { tidiedAt } from './tidied'
import { isTextured } from './tools'
import type { Retouch } from './retouches'
import { TidyOwn } from './retouches'
import {
  SIZE,
  made,
  surface,
  inDisc,
  all,
  statistics,
  stroke,
  work,
  done,
  changedBeyond,
} from './surface.testing'

describe('mended', () => {
  const plain = surface(0.02)
  const stained = (x: number, y: number): number => (inDisc(x, y, 120, 100, 9) ? 0.02 : plain(x, y))

  test('a stain is the surface again: its tone and its grain, and nothing else changes', () => {
    const source = photographSource(made(stained))
    const after = done(source, work({ kind: 'mend', ...stroke([[120, 100]], 11) }))
    const [mean, spread] = statistics(after, 120, 100, 8)
    expect(mean).toBeCloseTo(0.2, 2)
    // Even noise 0.02 high spreads by 0.02 over the root of twelve.
    expect(spread).toBeGreaterThan(0.003)
    expect(spread).toBeLessThan(0.009)
    expect(changedBeyond(after, all(source), 120, 100, 13)).toBe(0)
  })

  test('a long scratch goes piece by piece', () => {
    const scratched = (x: number, y: number): number =>
      Math.abs(y - 60 - x / 6) < 2 && x > 30 && x < 270 ? 0.6 : plain(x, y)
    const source = photographSource(made(scratched))
    const path: [number, number][] = [
      [26, 64.3],
      [274, 105.7],
    ]
    const after = done(source, work({ kind: 'mend', ...stroke(path, 5) }))
    for (const x of [60, 120, 180, 240])
      expect(statistics(after, x, 60 + x / 6, 4)[0]).toBeCloseTo(0.2, 1)
    const worst = Math.max(
      ...[60, 120, 180, 240].map((x) => Math.abs(statistics(after, x, 60 + x / 6, 4)[0] - 0.2)),
    )
    expect(worst).toBeLessThan(0.01)
  })

  test('what is taken back out of order leaves the others as they are', () => {
    const source = photographSource(made(stained))
    const own = (works: object): TidyOwn => TidyOwn.parse({ works })
    const [a, b, c] = [40, 120, 220].map((x, turn) => ({
      kind: 'mend',
      ...stroke([[x, 100]], 8),
      turn,
    }))
    const settings = TidySettings.parse({})
    const tidied = (works: object): LinearRgba =>
      all(tidiedAt(source, settings, own(works), Infinity, () => undefined))
    const whole = tidied({ a, b, c })
    const without = tidied({ a, c })
    expect(changedBeyond(whole, without, 120, 100, 12)).toBe(0)
    expect(without.data[(100 * SIZE.width + 120) * 4]).toBeCloseTo(0.02, 2)
    expect(tidied({ a, b: { ...b, hidden: true }, c }).data).toEqual(without.data)
    expect(tidied({ a, b, c }).data).toEqual(whole.data)
  })

  test('many are each worked out once: one more, one fewer and the same again cost no more', () => {
    const picture = made(surface(0.02))
    const source = photographSource(picture)
    const works = Object.fromEntries(
      Array.from({ length: 60 }, (_, turn) => {
        const place: [number, number] = [20 + (turn % 12) * 22, 20 + Math.floor(turn / 12) * 35]
        return [`w${turn}`, { kind: 'mend', ...stroke([place], 4), turn }]
      }),
    )
    const more = { ...works, last: { kind: 'mend', ...stroke([[150, 190]], 4), turn: 99 } }
    let worked = 0
    const drawn = (of: Source, own: object): LinearRgba => {
      worked = 0
      const count = (): void => void worked++
      return all(
        tidiedAt(of, TidySettings.parse({}), TidyOwn.parse({ works: own }), Infinity, count),
      )
    }
    const first = drawn(source, works)
    expect(worked).toBe(60)
    expect(drawn(source, works).data).toEqual(first.data)
    expect(worked).toBe(0)
    const withMore = drawn(source, more)
    expect(worked).toBe(1)
    expect(drawn(source, works).data).toEqual(first.data)
    expect(worked).toBe(0)
    // Opened anew it comes to the same, to the last bit, and says how far it is.
    const told: string[] = []
    const anew = photographSource(picture)
    const own = TidyOwn.parse({ works: more })
    const tell = (done: number, total: number): void => void told.push(`${done}/${total}`)
    tidiedAt(anew, TidySettings.parse({}), own, Infinity, () => undefined, tell)
    expect([told[0], told.at(-1), told.length]).toEqual(['1/61', '61/61', 61])
    expect(drawn(photographSource(picture), more).data).toEqual(withMore.data)
    expect(worked).toBe(61)
  })
})

describe('borrowed', () => {
  const plain = surface(0.004)
  /** A mark like an L, so that turns and mirrors show. */
  const marked = (x: number, y: number): number => {
    const [dx, dy] = [x - 60, y - 100]
    const isMark = dx >= -8 && dx < 8 && dy >= -8 && dy < 8 && (dx < -2 || dy >= 2)
    return isMark ? 0.05 : plain(x, y)
  }
  const source = photographSource(made(marked))
  const box = [
    [44, 84],
    [76, 84],
    [76, 116],
    [44, 116],
  ].map(([x, y]) => [x! / SIZE.width, y! / SIZE.height])
  const borrow = (change: object = {}): Retouch =>
    work({
      kind: 'borrow',
      turn: 0,
      outline: box,
      to: [220 / SIZE.width, 100 / SIZE.height],
      turnDeg: 0,
      mirrored: false,
      scale: 1,
      soft: 0.1,
      matched: true,
      ...change,
    })
  const dark = (picture: LinearRgba, x: number, y: number): boolean =>
    picture.data[(y * SIZE.width + x) * 4]! < 0.25

  test('lies where it is put, with the tone of that place', () => {
    const after = done(source, borrow())
    // The L: its left and lower arms are dark, its upper right corner is not.
    expect([dark(after, 214, 96), dark(after, 222, 105), dark(after, 224, 95)]).toEqual([
      true,
      true,
      false,
    ])
    // The surface there is lighter than where it comes from by 160 / 1500.
    expect(after.data[(95 * SIZE.width + 226) * 4]! - 226 / 1500).toBeCloseTo(0.2, 1)
    expect(Math.abs(after.data[(95 * SIZE.width + 226) * 4]! - 226 / 1500 - 0.2)).toBeLessThan(0.02)
    const raw = done(source, borrow({ matched: false }))
    expect(raw.data[(95 * SIZE.width + 226) * 4]!).toBeLessThan(
      after.data[(95 * SIZE.width + 226) * 4]! - 0.05,
    )
  })

  test('may be mirrored, turned and scaled', () => {
    const mirrored = done(source, borrow({ mirrored: true }))
    expect([dark(mirrored, 225, 96), dark(mirrored, 215, 95)]).toEqual([true, false])
    const turned = done(source, borrow({ turnDeg: 90 }))
    // A quarter clockwise: the left arm lies above, the lower one to the left.
    expect([dark(turned, 224, 94), dark(turned, 214, 104), dark(turned, 225, 105)]).toEqual([
      true,
      true,
      false,
    ])
    const large = done(source, borrow({ scale: 2 }))
    expect([dark(large, 208, 90), dark(large, 230, 88)]).toEqual([true, false])
  })

  test('is painted out and in again', () => {
    const out = { ...stroke([[214, 100]], 8), says: 'out' }
    const { turn: _turn, ...said } = out
    const painted = done(source, borrow({ mask: [said] }))
    expect(dark(painted, 214, 98)).toBe(false)
    const again = done(source, borrow({ mask: [said, { ...said, says: 'in' }] }))
    expect(dark(again, 214, 98)).toBe(true)
  })
})

describe('calmed', () => {
  /** A smooth surface with soft blotches and a hard edge. */
  const blotched = (x: number, y: number): number =>
    (x < 150 ? 0.3 : 0.05) + 0.012 * Math.sin(x / 2.2) * Math.sin(y / 2.2)
  const source = photographSource(made(blotched))
  const calm = work({ kind: 'calm', ...stroke([[150, 100]], 40), strength: 1 })

  test('blotches go, the edge stays where it was', () => {
    const after = done(source, calm)
    const spreadOf = (picture: LinearRgba): number => {
      const values: number[] = []
      for (let y = 90; y < 110; y++)
        for (let x = 122; x < 140; x++) values.push(picture.data[(y * SIZE.width + x) * 4]!)
      const mean = values.reduce((sum, v) => sum + v, 0) / values.length
      return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length)
    }
    expect(spreadOf(after)).toBeLessThan(0.4 * spreadOf(all(source)))
    expect(after.data[(100 * SIZE.width + 147) * 4]).toBeGreaterThan(0.26)
    expect(after.data[(100 * SIZE.width + 153) * 4]).toBeLessThan(0.09)
  })

  test('texture is told from a smooth surface', () => {
    expect(isTextured(source, calm as never)).toBe(false)
    expect(isTextured(photographSource(made(surface(0.15))), calm as never)).toBe(true)
  })
})

describe('tone and grain apart', () => {
  const random = seededRandom(8)
  const noise = Float32Array.from(
    { length: SIZE.width * SIZE.height },
    () => 0.03 * (random() - 0.5),
  )
  const patchy = (x: number, y: number): number =>
    0.3 + 0.03 * Math.sin(x / 9) + noise[y * SIZE.width + x]!
  const source = photographSource(made(patchy))

  test('smoothing tone keeps every grain', () => {
    const after = done(
      source,
      work({ kind: 'tone', ...stroke([[150, 100]], 60), strength: 1, band: 4 / SIZE.width }),
    )
    const before = all(source)
    const row = (picture: LinearRgba, x: number): number => {
      let sum = 0
      for (let y = 70; y < 130; y++) sum += picture.data[(y * SIZE.width + x) * 4]!
      return sum / 60
    }
    const swing = (picture: LinearRgba): number => Math.abs(row(picture, 127) - row(picture, 155))
    expect(swing(after)).toBeLessThan(0.5 * swing(before))
    // Neighbours differ as before: that is grain.
    for (const x of [130, 150, 170]) {
      const p = (100 * SIZE.width + x) * 4
      const off = (picture: LinearRgba): number => picture.data[p]! - picture.data[p + 4]!
      expect(Math.abs(off(after) - off(before))).toBeLessThan(0.004)
    }
  })

  test('mending grain keeps tone', () => {
    const flat = (x: number, y: number): number =>
      inDisc(x, y, 150, 100, 10) ? 0.3 + 0.03 * Math.sin(x / 9) : patchy(x, y)
    const smooth = photographSource(made(flat))
    const after = done(
      smooth,
      work({ kind: 'grain', ...stroke([[150, 100]], 10), band: 4 / SIZE.width }),
    )
    const [, spread] = statistics(after, 150, 100, 8)
    const [, bare] = statistics(all(smooth), 150, 100, 8)
    expect(spread).toBeGreaterThan(1.15 * bare)
    const mean = statistics(after, 150, 100, 9)[0]
    expect(Math.abs(mean - statistics(all(smooth), 150, 100, 9)[0])).toBeLessThan(0.004)
  })
})

test('what is blurred can be read no more', () => {
  const stripes = (x: number): number => (Math.floor(x / 3) % 2 === 0 ? 0.05 : 0.6)
  const source = photographSource(made(stripes))
  const after = done(source, work({ kind: 'blur', ...stroke([[150, 100]], 30), strength: 1 }))
  const swing = Array.from({ length: 12 }, (_, k) => after.data[(100 * SIZE.width + 144 + k) * 4]!)
  expect(Math.max(...swing) - Math.min(...swing)).toBeLessThan(0.08)
})

test('works on a see-through product leave it as see-through, in its own colour', () => {
  const clear = srgbRaster(SIZE)
  for (let i = 0; i < SIZE.width * SIZE.height; i++)
    clear.data.set([180, 90, 60, i % SIZE.width < 150 ? 128 : 0], i * 4)
  const source = photographSource(clear)
  const before = all(source)
  const path: [number, number][] = [
    [80, 100],
    [220, 100],
  ]
  for (const kind of ['mend', 'calm', 'tone', 'grain', 'blur'] as const) {
    const more = { mend: {}, calm: STRONG, tone: BANDED, grain: BAND, blur: STRONG }[kind]
    const after = done(source, work({ kind, ...stroke(path, 12), ...more }))
    const [inside, outside] = [(100 * SIZE.width + 100) * 4, (100 * SIZE.width + 200) * 4]
    expect(after.data[inside + 3], kind).toBe(before.data[inside + 3])
    expect(after.data[inside]! / before.data[inside]!, kind).toBeCloseTo(1, 1)
    expect([...after.data.subarray(outside, outside + 4)], kind).toEqual([0, 0, 0, 0])
  }
})
const STRONG = { strength: 1 }
const BAND = { band: 4 / SIZE.width }
const BANDED = { ...STRONG, ...BAND }
