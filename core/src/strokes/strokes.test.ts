import { describe, expect, test } from 'vitest'
import {
  BRUSH_RADIUS,
  boxOfStroke,
  brushHold,
  carrying,
  doneOf,
  identityOf,
  strokeAt,
  wholePixels,
} from '.'

const WINDOW = { x: 0, y: 0, width: 40, height: 20 }
const dot = (radius: number, hardness: number) => ({
  points: [[20, 10] as [number, number]],
  radius,
  hardness,
})
const at = (data: Float32Array, x: number, y: number): number => data[y * 40 + x]!

describe('how firmly a brush holds', () => {
  test('is all within its radius and nothing beyond, where it is hard', () => {
    const { data } = brushHold(dot(5, 1), WINDOW)
    for (let y = 0; y < 20; y++)
      for (let x = 0; x < 40; x++) {
        const d = Math.hypot(x + 0.5 - 20, y + 0.5 - 10)
        if (d <= 4.5) expect(at(data, x, y)).toBe(1)
        if (d >= 5.5) expect(at(data, x, y)).toBe(0)
      }
  })

  test('covers the area of its disc, over mixed pixels', () => {
    const { data } = brushHold(dot(6, 1), WINDOW)
    expect(data.reduce((a, b) => a + b)).toBeCloseTo(Math.PI * 36, -0.5)
  })

  test('fades evenly to its rim, where it is soft', () => {
    const { data } = brushHold(dot(8, 0), WINDOW)
    expect(at(data, 20, 10)).toBeGreaterThan(0.85)
    expect(at(data, 24, 10)).toBeCloseTo(0.47, 1)
    expect(at(data, 28, 10)).toBeLessThan(0.08)
  })

  test('along a stroke goes by the nearest point of its line', () => {
    const stroke = {
      points: [[5, 10] as [number, number], [35, 10] as [number, number]],
      radius: 3,
      hardness: 1,
    }
    const { data } = brushHold(stroke, WINDOW)
    for (let x = 5; x < 35; x++) {
      expect(at(data, x, 10)).toBe(1)
      expect(at(data, x, 15)).toBe(0)
    }
    expect(at(data, 1, 10)).toBe(0)
  })

  test('is the same whichever part of the photograph is looked at', () => {
    const part = { x: 15, y: 5, width: 10, height: 10 }
    const whole = brushHold(dot(4, 0.3), WINDOW)
    const seen = brushHold(dot(4, 0.3), part)
    for (let y = 0; y < 10; y++)
      for (let x = 0; x < 10; x++)
        expect(seen.data[y * 10 + x]).toBeCloseTo(at(whole.data, x + 15, y + 5), 6)
  })

  test('is at most as much as it covers, where it is thinner than a pixel', () => {
    const { data } = brushHold({ ...dot(0.1, 1), points: [[20.5, 10.5]] }, WINDOW)
    expect(Math.max(...data)).toBeLessThanOrEqual(0.2)
    expect(Math.max(...data)).toBeGreaterThan(0.05)
  })
})

test('a stroke lies on its photograph at any scale', () => {
  const stroke = { points: [[0.5, 0.25] as [number, number]], radius: 0.1, hardness: 0.5 }
  expect(strokeAt(stroke, { width: 400, height: 200 })).toEqual({
    points: [[200, 50]],
    radius: 40,
    hardness: 0.5,
  })
})

test('whole pixels of a box lie on the raster, or there are none', () => {
  const stroke = {
    points: [[2, 3] as [number, number], [10, 5] as [number, number]],
    radius: 1.5,
    hardness: 1,
  }
  expect(boxOfStroke(stroke, 1)).toEqual({ x: -0.5, y: 0.5, width: 13, height: 7 })
  expect(wholePixels(boxOfStroke(stroke, 1), { width: 12, height: 40 })).toEqual({
    x: 0,
    y: 0,
    width: 12,
    height: 8,
  })
  expect(wholePixels({ x: 50, y: 0, width: 5, height: 5 }, { width: 40, height: 40 })).toBeNull()
})

describe('what is carried to another photograph', () => {
  const from = {
    size: { width: 1000, height: 500 },
    product: { x: 0.2, y: 0.2, width: 0.4, height: 0.4 },
  }
  const to = {
    size: { width: 1000, height: 500 },
    product: { x: 0.5, y: 0.1, width: 0.2, height: 0.2 },
  }

  test('lies at the same place of the product’s box, and is as large beside it', () => {
    const { place, radius } = carrying(from, to)
    expect(place([0.2, 0.2])).toEqual([0.5, 0.1])
    expect(place([0.4, 0.6])[0]).toBeCloseTo(0.6)
    expect(place([0.4, 0.6])[1]).toBeCloseTo(0.3)
    expect(radius(0.02)).toBeCloseTo(0.01)
  })

  test('and back lies where it was', () => {
    const [there, back] = [carrying(from, to), carrying(to, from)]
    const [x, y] = back.place(there.place([0.33, 0.47]))
    expect(x).toBeCloseTo(0.33)
    expect(y).toBeCloseTo(0.47)
    expect(back.radius(there.radius(0.05))).toBeCloseTo(0.05)
  })

  test('never has a brush that there is none of', () => {
    const tiny = { ...to, product: { x: 0, y: 0, width: 0.001, height: 0.001 } }
    expect(carrying(from, tiny).radius(0.01)).toBe(BRUSH_RADIUS.least)
    expect(carrying(tiny, from).radius(0.2)).toBe(BRUSH_RADIUS.most)
  })
})

test('what is hidden does not count; the rest is in turn, and in one order where turns are alike', () => {
  const one = (turn: number, hidden = false) => ({ turn, hidden, kind: `${turn}` })
  const done = doneOf({ c: one(2), b: one(1), d: one(0, true), a: one(1) })
  expect(done.map(({ kind }) => kind)).toEqual(['1', '1', '2'])
  const same = { b: { ...one(1), kind: 'b' }, a: { ...one(1), kind: 'a' } }
  expect(doneOf(same).map(({ kind }) => kind)).toEqual(['a', 'b'])
  expect(identityOf(one(3, true))).toEqual({ kind: '3' })
})
