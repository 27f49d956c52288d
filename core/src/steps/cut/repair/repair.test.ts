import { describe, expect, test } from 'vitest'
import type { CutMatte, Matte } from '../../../matte'
import { FINDER_SIDE_PX } from '../../../networks'
import { planeF32, planeU8, wholeOf, type PlaneF32 } from '../../../raster'
import { carriedRepair } from './carry'
import { brushHold, strokeAt } from '../../../strokes'
import { geodesicDistance } from './geodesic'
import { hintsOf, type HintedLook } from './hints'
import { isWorked, repairedMatte } from './repairedMatte'
import { type Repair } from './repairs'
import { doneOf } from '../../../strokes'
import {
  AT_REST,
  SIDE,
  inDisc,
  inHole,
  inPiece,
  source,
  planeOf,
  matteOf,
  stroke,
  wrong,
  repaired,
} from './disc.testing'

describe('what the network says, told by a stroke', () => {
  const mapOf = (inside: (x: number, y: number) => boolean): PlaneF32 => {
    const map = planeF32({ width: FINDER_SIDE_PX, height: FINDER_SIDE_PX })
    const px = SIDE / FINDER_SIDE_PX
    for (let y = 0, i = 0; y < map.height; y++)
      for (let x = 0; x < map.width; x++, i++)
        map.data[i] = inside((x + 0.5) * px, (y + 0.5) * px) ? 0.97 : 0.03
    return map
  }
  const left = (x: number, y: number): boolean => inDisc(x, y) && !inHole(x, y) && x < 115
  const whole = (x: number, y: number): boolean => inDisc(x, y) && !inHole(x, y)
  // Near the left half's border: what is farther than the stroke itself reaches is the network's.
  const click = stroke('keep', [[118, 150]], 4)
  const look: HintedLook = {
    key: 'click',
    hints: hintsOf([click]),
    map: mapOf(whole),
    untold: mapOf(left),
  }

  test('brings a piece back as far as it goes, hole and all', () => {
    const half = matteOf(planeOf(left))
    expect(wrong(half.alphas[0].plane)).toBeGreaterThan(4000)
    expect(wrong(repaired(half, [click]))).toBeGreaterThan(3000)
    expect(wrong(repaired(half, [click], AT_REST, look))).toBeLessThan(150)
  })

  test('counts before the strokes: what one drops stays dropped', () => {
    const half = matteOf(planeOf(left))
    const erased = stroke('erase', [[165, 160]], 6)
    const alpha = repaired(half, [click, erased], AT_REST, look)
    expect(alpha.data[160 * SIDE + 165]).toBe(0)
    expect(alpha.data[80 * SIDE + 150]).toBe(255)
  })
})

describe('a stroke solves the cut again near it', () => {
  test('kept: a bite comes back as far as the edge, and no further', () => {
    const bitten = matteOf(planeOf((x, y) => inDisc(x, y) && !inHole(x, y) && y < 150))
    expect(wrong(bitten.alphas[0].plane)).toBeGreaterThan(1500)
    const alpha = repaired(bitten, [
      stroke(
        'keep',
        [
          [85, 158],
          [120, 164],
          [155, 158],
        ],
        8,
      ),
    ])
    expect(wrong(alpha)).toBeLessThan(120)
  })

  test('dropped: backdrop that was taken for product goes up to the edge', () => {
    const wide = matteOf(
      planeOf(
        (x, y) => (inDisc(x, y) && !inHole(x, y)) || (x > 170 && x < 200 && y > 90 && y < 150),
      ),
    )
    const alpha = repaired(wide, [
      stroke(
        'drop',
        [
          [190, 95],
          [190, 145],
        ],
        7,
      ),
    ])
    expect(wrong(alpha)).toBeLessThan(80)
  })

  test('what an earlier stroke said stays', () => {
    const start = matteOf(planeOf((x, y) => inDisc(x, y) && !inHole(x, y)))
    const keep = stroke('keep', [[200, 60]], 6)
    const alpha = repaired(start, [keep, stroke('drop', [[200, 80]], 6)])
    expect(alpha.data[60 * SIDE + 200]).toBeGreaterThan(127)
  })

  test('far from it nothing changes at all', () => {
    const start = matteOf(planeOf((x, y) => inDisc(x, y) && y < 150))
    const alpha = repaired(start, [stroke('keep', [[120, 165]], 8)])
    for (let y = 0; y < 100; y++)
      expect(alpha.data.subarray(y * SIDE, (y + 1) * SIDE)).toEqual(
        start.alphas[0].plane.data.subarray(y * SIDE, (y + 1) * SIDE),
      )
  })

  test('of a shot that was left whole a box and strokes make a cut', () => {
    const none: Matte = { kind: 'uncut', reason: 'no-product' }
    const box: Repair = { kind: 'box', turn: 0, hidden: false, from: [0.2, 0.2], to: [0.8, 0.8] }
    const alpha = repaired(none, [box])
    expect(
      wrong(
        alpha,
        planeOf((x, y) => inDisc(x, y) && !inHole(x, y)),
      ),
    ).toBeLessThan(300)
    const matte = repairedMatte(source, none, { repairs: [box], edge: AT_REST, look: null }, [SIDE])
    expect(matte).toMatchObject({ kind: 'cut', signs: null, repairs: 1, atBorder: 'clear' })
  })
})

describe('other repairs', () => {
  const start = matteOf(planeOf((x, y) => inDisc(x, y) || inPiece(x, y)))
  const flip = (x: number, y: number): Repair => ({
    kind: 'flip',
    turn: 0,
    hidden: false,
    at: [x / SIDE, y / SIDE],
  })
  test('a click drops a loose piece, opens a closed hole, and closes it again', () => {
    const dropped = repaired(start, [flip(30, 30)])
    expect(wrong(dropped, planeOf(inDisc))).toBeLessThan(5)
    const opened = repaired(start, [flip(30, 30), flip(140, 120)])
    expect(wrong(opened)).toBeLessThan(150)
    const closed = repaired(start, [flip(30, 30), flip(140, 120), flip(140, 120)])
    expect(wrong(closed, planeOf(inDisc))).toBeLessThan(30)
  })
  test('a box drops what lies outside of it', () => {
    const box: Repair = { kind: 'box', turn: 0, hidden: false, from: [0.9, 0.9], to: [0.22, 0.22] }
    expect(wrong(repaired(start, [box]), planeOf(inDisc))).toBeLessThan(5)
  })
  test('paint and erase are exact', () => {
    const alpha = repaired(start, [
      stroke('paint', [[200, 200]], 12),
      stroke('erase', [[120, 120]], 10),
    ])
    expect(alpha.data[200 * SIDE + 200]).toBe(255)
    expect(alpha.data[120 * SIDE + 120]).toBe(0)
    const painted = alpha.data.reduce(
      (sum, a, i) => sum + (i % SIDE > 180 && i / SIDE > 180 ? a / 255 : 0),
      0,
    )
    // Hard to 9.6 px, then fading to 12.5: between the areas of both discs.
    expect(painted).toBeGreaterThan(Math.PI * 9.6 ** 2)
    expect(painted).toBeLessThan(Math.PI * 12.5 ** 2)
  })
  test('hidden ones count for nothing, and the order is that of their turns', () => {
    const paint = { ...stroke('paint', [[200, 200]], 12), turn: 2 }
    const erase = { ...stroke('erase', [[200, 200]], 12), turn: 1 }
    expect(doneOf({ b: paint, a: erase }).map(({ kind }) => kind)).toEqual(['erase', 'paint'])
    expect(doneOf({ a: { ...paint, hidden: true } })).toEqual([])
    expect(isWorked({ repairs: [], edge: AT_REST })).toBe(false)
  })
  test('the same repairs give the same alpha, one at a time or all at once', () => {
    const repairs = [
      stroke('keep', [[140, 120]], 6),
      stroke('drop', [[30, 30]], 5),
      stroke('paint', [[60, 200]], 9),
    ]
    // The same cut, of which nothing is remembered.
    const afresh = (): CutMatte =>
      matteOf(planeU8(start.alphas[0].plane, start.alphas[0].plane.data.slice()))
    const atOnce = repaired(afresh(), repairs)
    for (let k = 1; k < repairs.length; k++) repaired(start, repairs.slice(0, k))
    expect(repaired(start, repairs).data).toEqual(atOnce.data)
    // Undone out of order: without the second, as if it had never been.
    const without = [repairs[0]!, repairs[2]!]
    expect(repaired(start, without).data).toEqual(repaired(afresh(), without).data)
    expect(repaired(start, without).data[30 * SIDE + 30]).toBe(255)
  })
})

test('a carried repair lies to the sibling’s product as it did', () => {
  const size = { width: SIDE, height: SIDE }
  const from = { size, product: { x: 0.2, y: 0.2, width: 0.4, height: 0.4 } }
  const to = { size, product: { x: 0.5, y: 0.1, width: 0.2, height: 0.2 } }
  const carried = carriedRepair(stroke('keep', [[0.2 * SIDE, 0.4 * SIDE]], 12), from, to)
  if (!('points' in carried)) throw new Error('a stroke stays a stroke')
  expect(carried.points[0]![0]).toBeCloseTo(0.5)
  expect(carried.points[0]![1]).toBeCloseTo(0.2)
  expect(carried.radius).toBeCloseTo(6 / SIDE)
})

test('a brush holds firmly in its core and fades to its rim', () => {
  const size = { width: 100, height: 50 }
  const px = strokeAt(
    {
      points: [
        [0.3, 0.5],
        [0.7, 0.5],
      ],
      radius: 0.1,
      hardness: 0.5,
    },
    size,
  )
  const hold = brushHold(px, wholeOf(size))
  expect(hold.data[25 * 100 + 50]).toBe(1)
  expect(hold.data[(25 + 4) * 100 + 50]).toBe(1)
  expect(hold.data[(25 + 7) * 100 + 50]).toBeCloseTo((10.5 - 7.5) / 5.5, 5)
  expect(hold.data[(25 + 11) * 100 + 50]).toBe(0)
})

test('geodesic distance goes round what is closed', () => {
  const size = { width: 21, height: 21 }
  const seeds = planeU8(size)
  seeds.data[10 * 21 + 2] = 1
  const cost = planeF32(size).data.fill(1)
  for (let y = 0; y < 18; y++) cost[y * 21 + 10] = Infinity
  const { data } = geodesicDistance(seeds, planeF32(size, cost))
  // Straight ahead 6; beyond the wall by way of its lower end.
  expect(data[10 * 21 + 8]).toBeCloseTo(6, 5)
  expect(data[10 * 21 + 18]).toBeGreaterThan(20)
  expect(data[10 * 21 + 18]).toBeLessThan(24)
})
