import { describe, expect, test } from 'vitest'
import {
  linearRaster,
  planeF32,
  srgbOfLinear,
  srgbRaster,
  wholeOf,
  type LinearRgba,
  type SrgbRgba8,
} from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { photographSource, withPatches, type Source } from '../../source'
import { bandingOf } from './banding'
import { blurBehind } from './blurBehind'
import { carriedRetouch } from './carryRetouch'
import { specksSeen } from './dirt'
import { TidySettings } from './settings'
import { sweepPass } from './sweep'
import { cleanFindings } from './findings'
import { tidiedAt } from './tidied'
import { isTextured, patchesOf } from './tools'
import { TidyOwn, Retouch } from './retouches'

const SIZE = { width: 300, height: 200 }

/** A photograph in linear light of what a function says of each pixel. */
function made(lightAt: (x: number, y: number) => number, size = SIZE): SrgbRgba8 {
  const picture = linearRaster(size)
  for (let y = 0, p = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, p += 4) {
      const v = lightAt(x, y)
      picture.data.set([v, v * 0.9, v * 0.8, 1], p)
    }
  return srgbOfLinear(picture)
}

/** A surface that grows lighter to the right, with grain. */
function surface(grain: number, seed = 3): (x: number, y: number) => number {
  const random = seededRandom(seed)
  const noise = Float32Array.from({ length: SIZE.width * SIZE.height }, () => random() - 0.5)
  return (x, y) => 0.2 + x / 1500 + grain * noise[y * SIZE.width + x]!
}
const inDisc = (x: number, y: number, cx: number, cy: number, r: number): boolean =>
  Math.hypot(x + 0.5 - cx, y + 0.5 - cy) <= r

const all = (source: Source): LinearRgba => source.sample(wholeOf(source.size), source.size)

/** Mean and spread of the red of a disc, the slope of the surface taken off. */
function statistics({ data }: LinearRgba, cx: number, cy: number, r: number): [number, number] {
  const values: number[] = []
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++)
      if (inDisc(x, y, cx, cy, r)) values.push(data[(y * SIZE.width + x) * 4]! - x / 1500)
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length
  return [mean, Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length)]
}

const stroke = (points: readonly [number, number][], radiusPx: number) => ({
  turn: 0,
  points: points.map(([x, y]) => [x / SIZE.width, y / SIZE.height]),
  radius: radiusPx / SIZE.width,
  hardness: 1,
})
const work = (one: object): Retouch => Retouch.parse(one)
const done = (source: Source, one: Retouch): LinearRgba =>
  all(withPatches(source, patchesOf(source, one)))

/** Pixels that two pictures have differently, farther than this from a place. */
function changedBeyond(a: LinearRgba, b: LinearRgba, cx: number, cy: number, r: number): number {
  let count = 0
  for (let i = 0, p = 0; i < SIZE.width * SIZE.height; i++, p += 4) {
    const [x, y] = [i % SIZE.width, Math.floor(i / SIZE.width)]
    if (!inDisc(x, y, cx, cy, r) && Math.abs(a.data[p]! - b.data[p]!) > 1e-5) count++
  }
  return count
}

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

test('a backdrop that is blurred has no bands, and none of the product in it', () => {
  const paper = (x: number): number => 0.2 + x / 6000
  const picture = all(
    photographSource(made((x, y) => (inDisc(x, y, 150, 100, 30) ? 0.01 : paper(x)))),
  )
  const alpha = planeF32(SIZE)
  for (let i = 0; i < alpha.data.length; i++)
    alpha.data[i] = inDisc(i % SIZE.width, Math.floor(i / SIZE.width), 150, 100, 31) ? 1 : 0
  const before = picture.data.slice()
  const place = {
    window: wholeOf(SIZE),
    photograph: SIZE,
    alpha: () => alpha,
    report: () => undefined,
  }
  blurBehind(100).paint(picture, place)
  // Just beside the disc the paper is as light as ever.
  const beside = (100 * SIZE.width + 184) * 4
  expect(Math.abs(picture.data[beside]! - paper(184))).toBeLessThan(0.01)
  const middle = (100 * SIZE.width + 150) * 4
  expect(picture.data[middle]).toBe(before[middle])
  expect(bandingOf(srgbOfLinear(picture), (i) => alpha.data[i] === 0)).toBeLessThan(0.05)
})

describe('swept', () => {
  const paper = surface(0.01)
  const dirty = (x: number, y: number): number =>
    inDisc(x, y, 60, 50, 3) || inDisc(x, y, 240, 150, 3) ? 0.9 : paper(x, y)
  const source = photographSource(made(dirty))
  const sweptBy = (from: Source): LinearRgba => {
    const sweep = Retouch.parse({
      kind: 'sweep',
      ...stroke(
        [
          [0, 100],
          [300, 100],
        ],
        70,
      ),
      strength: 1,
    })
    const pass = sweepPass(from, null, TidySettings.parse({}), [sweep as never])!
    const picture = all(from)
    const place = {
      window: wholeOf(SIZE),
      photograph: SIZE,
      alpha: () => null,
      report: () => undefined,
    }
    pass.paint(picture, place)
    return picture
  }

  test('dirt is gone, the slope of the paper and its grain are there', () => {
    const after = sweptBy(source)
    for (const [x, y] of [
      [60, 50],
      [240, 150],
    ] as const) {
      const [mean, spread] = statistics(after, x, y, 3)
      expect(Math.abs(mean - 0.2)).toBeLessThan(0.012)
      expect(spread).toBeGreaterThan(0.001)
    }
    const [, grain] = statistics(after, 150, 100, 25)
    const [, before] = statistics(all(source), 150, 100, 25)
    expect(grain / before).toBeGreaterThan(0.75)
    expect(grain / before).toBeLessThan(1.25)
  })

  test('a slope without grain comes out without bands', () => {
    const smooth = photographSource(made((x) => 0.2 + x / 6000))
    const before = bandingOf(srgbOfLinear(all(smooth)))
    const after = bandingOf(srgbOfLinear(sweptBy(smooth)), (i) => {
      const y = Math.floor(i / SIZE.width)
      return y > 40 && y < 160
    })
    expect(before).toBeGreaterThan(0.7)
    expect(after).toBeLessThan(0.05)
  })
})

test('a plain ground is no band, a staircase is', () => {
  const plain = made(() => 0.4)
  expect(bandingOf(plain)).toBe(0)
  const stairs = made(() => 0)
  for (let i = 0; i < SIZE.width * SIZE.height; i++)
    stairs.data.fill(100 + Math.floor((i % SIZE.width) / 20), i * 4, i * 4 + 3)
  expect(bandingOf(stairs)).toBeGreaterThan(0.8)
})

test('dirt that was refused stays, and is told', () => {
  const plain = surface(0.004)
  const specked = (x: number, y: number): number =>
    inDisc(x, y, 60, 60, 3) || inDisc(x, y, 200, 120, 3) ? 0.8 : plain(x, y)
  const source = photographSource(made(specked))
  const settings = TidySettings.parse({ specks: 'firm', cleanAt: 'photograph' })
  const refused = { a: [60 / SIZE.width, 60 / SIZE.height] as [number, number] }
  const said = { refused, accepted: {} }
  const seen = specksSeen(source, settings, said)
  expect(seen.map(({ standing }) => standing).sort()).toEqual(['cleaned', 'rejected'])
  const after = all(tidiedAt(source, settings, { works: {}, ...said }, Infinity, () => undefined))
  expect(after.data[(60 * SIZE.width + 60) * 4]).toBeCloseTo(0.8, 1)
  expect(after.data[(120 * SIZE.width + 200) * 4]).toBeLessThan(0.4)
})

test('what may be print stays until it is accepted as dirt, and is told as a finding', async () => {
  const plain = surface(0.004)
  const inked = (x: number, y: number): number =>
    inDisc(x, y, 60, 60, 3) || (x >= 200 && x < 203 && y >= 110 && y < 130) ? 0.8 : plain(x, y)
  const source = photographSource(made(inked))
  const settings = TidySettings.parse({ specks: 'gentle', cleanAt: 'photograph' })
  const accepted = { a: [201 / SIZE.width, 120 / SIZE.height] as [number, number] }
  const standings = (said: Omit<TidyOwn, 'works'>): string[] =>
    specksSeen(source, settings, said).map(({ standing }) => standing)
  const at = (said: Omit<TidyOwn, 'works'>): number =>
    all(tidiedAt(source, settings, { works: {}, ...said }, Infinity, () => undefined)).data[
      (120 * SIZE.width + 201) * 4
    ]!
  expect(standings({ refused: {}, accepted: {} }).sort()).toEqual(['asked', 'cleaned'])
  expect(at({ refused: {}, accepted: {} })).toBeCloseTo(0.8, 1)
  expect(standings({ refused: {}, accepted })).toEqual(['cleaned', 'cleaned'])
  expect(at({ refused: {}, accepted })).toBeLessThan(0.4)
  expect(standings({ refused: accepted, accepted: {} }).sort()).toEqual(['cleaned', 'rejected'])
  const codes = cleanFindings({ cleaned: 1, asked: 1, works: 0, textured: 0 }).map(
    ({ code }) => code,
  )
  expect(codes).toEqual(['maybe-print', 'cleaned'])
})

test('retouches are carried to a product that is shifted and scaled', () => {
  const from = { size: SIZE, product: { x: 0.2, y: 0.2, width: 0.4, height: 0.4 } }
  const to = { size: SIZE, product: { x: 0.3, y: 0.1, width: 0.2, height: 0.2 } }
  const carried = carriedRetouch(work({ kind: 'mend', ...stroke([[90, 60]], 6) }), from, to)
  expect(carried).toMatchObject({ kind: 'mend', radius: 3 / SIZE.width })
  if (carried.kind !== 'mend') throw new Error('what mends goes on mending')
  expect(carried.points[0]![0]).toBeCloseTo(0.35, 9)
  expect(carried.points[0]![1]).toBeCloseTo(0.15, 9)
})

test('an area is carried with its turn, mirroring and mask; its outline and place go with the product', () => {
  const from = { size: SIZE, product: { x: 0.2, y: 0.2, width: 0.4, height: 0.4 } }
  const to = { size: SIZE, product: { x: 0.3, y: 0.1, width: 0.2, height: 0.2 } }
  const area = work({
    kind: 'borrow',
    turn: 1,
    hidden: false,
    outline: [
      [0.2, 0.2],
      [0.4, 0.2],
      [0.4, 0.4],
    ],
    to: [0.6, 0.6],
    turnDeg: 30,
    mirrored: true,
    scale: 1.5,
    soft: 0.2,
    matched: true,
    mask: [{ points: [[0.4, 0.4]], radius: 0.02, hardness: 1, says: 'out' }],
  })
  const carried = carriedRetouch(area, from, to)
  expect(carried).toMatchObject({ turnDeg: 30, mirrored: true, scale: 1.5, matched: true })
  if (carried.kind !== 'borrow') throw new Error('an area stays an area')
  const close = (point: readonly number[], wanted: readonly number[]): void =>
    wanted.forEach((value, i) => expect(point[i]).toBeCloseTo(value, 9))
  close(carried.to, [0.5, 0.3])
  close(carried.outline[1]!, [0.4, 0.1])
  close(carried.mask[0]!.points[0]!, [0.4, 0.2])
  expect(carried.mask[0]!.radius).toBeCloseTo(0.01, 9)
})
