import { describe, expect, test } from 'vitest'
import { planeF32, srgbOfLinear, wholeOf, type LinearRgba } from '../../raster'
import { photographSource, type Source } from '../../source'
import { bandingOf } from './banding'
import { blurBehind } from './blurBehind'
import { TidySettings } from './settings'
import { sweepPass } from './sweep'
import { Retouch } from './retouches'
import { SIZE, made, surface, inDisc, all, statistics, stroke } from './surface.testing'

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
