import { describe, expect, test } from 'vitest'
import { luminance, type LinearRgba } from '../raster'
import { paintScene } from './paintScene'
import { MATERIALS, SceneSpec } from './spec'

const SIZE = { width: 160, height: 128 }
const scene = (change: object = {}) => paintScene(SIZE, SceneSpec.parse(change))

/** Mean luminance, and mean colour, of a part of a picture, in shares of its sides. */
function meanOf(
  { data, width, height }: LinearRgba,
  [x0, y0, x1, y1]: readonly [number, number, number, number] = [0, 0, 1, 1],
) {
  const sum = [0, 0, 0]
  let count = 0
  for (let y = Math.floor(y0 * height); y < y1 * height; y++)
    for (let x = Math.floor(x0 * width); x < x1 * width; x++) {
      for (let c = 0; c < 3; c++) sum[c]! += data[(y * width + x) * 4 + c]!
      count++
    }
  const [red, green, blue] = sum.map((value) => value / count) as [number, number, number]
  return { red, green, blue, light: luminance([red, green, blue]) }
}

test('the same spec is the same picture, another seed another, whatever was painted before', () => {
  const first = scene({ floor: 'boards', wall: 'plaster', seed: 3 })
  const other = scene({ floor: 'boards', wall: 'plaster', seed: 4 })
  expect(scene({ floor: 'boards', wall: 'plaster', seed: 3 }).data).toEqual(first.data)
  expect(other.data).not.toEqual(first.data)
})

describe.each(MATERIALS)('%s', (floor) => {
  test('fills the picture, opaque, within what a file holds, and is no plain colour', () => {
    const { data } = scene({ floor, wall: 'plaster', blur01: 0 })
    expect(data.every((value) => Number.isFinite(value) && value >= 0)).toBe(true)
    for (let p = 3; p < data.length; p += 4) expect(data[p]).toBe(1)
    const { light } = meanOf({ ...scene({ floor }), data })
    expect(light).toBeGreaterThan(0.01)
    expect(light).toBeLessThan(1)
    const low = [...data.subarray(data.length * 0.75)].filter((_, i) => i % 4 === 1)
    const mean = low.reduce((a, b) => a + b) / low.length
    const spread = Math.sqrt(low.reduce((sum, value) => sum + (value - mean) ** 2, 0) / low.length)
    expect(spread / mean).toBeGreaterThan(0.01)
  })
})

describe('light', () => {
  test('is as bright and as warm as it is asked', () => {
    const [plain, bright, warm, cold] = [{}, { lightEv: 1 }, { warmth: 1 }, { warmth: -1 }].map(
      (change) => meanOf(scene({ floor: 'paper', ...change })),
    )
    const [dull, lit] = [0, 1].map((lightEv) => meanOf(scene({ floor: 'slate', lightEv })).light)
    expect(lit! / dull!).toBeCloseTo(2, 2)
    // What is light already is bent towards white.
    expect(bright!.light / plain!.light).toBeLessThan(1.4)
    expect(warm!.red / warm!.blue).toBeGreaterThan(1.3 * (plain!.red / plain!.blue))
    expect(cold!.red / cold!.blue).toBeLessThan(0.8 * (plain!.red / plain!.blue))
  })

  test('falls from its side', () => {
    const sides = (lightDeg: number) => {
      const made = scene({ floor: 'plaster', lightDeg })
      const [left, right] = [meanOf(made, [0, 0.6, 0.3, 1]), meanOf(made, [0.7, 0.6, 1, 1])]
      return left.light / right.light
    }
    expect(sides(180)).toBeGreaterThan(1.05)
    expect(sides(0)).toBeLessThan(0.95)
  })

  test('through leaves is darker in places', () => {
    const [plain, leafy] = [0, 0.9].map((leaves01) =>
      scene({ floor: 'paper', wall: 'paper', leaves01 }),
    )
    const darker = [...leafy!.data.keys()].filter(
      (p) => p % 4 === 1 && leafy!.data[p]! < 0.8 * plain!.data[p]!,
    )
    const share = darker.length / (SIZE.width * SIZE.height)
    expect(share).toBeGreaterThan(0.05)
    expect(share).toBeLessThan(0.9)
  })
})

test('floor and wall meet at the horizon', () => {
  for (const horizon01 of [0.35, 0.6]) {
    const made = scene({ floor: 'slate', wall: 'paper', horizon01, blur01: 0 })
    expect(meanOf(made, [0, 0, 1, horizon01 - 0.02]).light).toBeGreaterThan(0.3)
    expect(meanOf(made, [0, horizon01 + 0.05, 1, 1]).light).toBeLessThan(0.2)
  }
})

test('an endless floor loses itself: its upper part is all but even', () => {
  const { data, width, height } = scene({ floor: 'boards' })
  const row = [...Array(width).keys()].map(
    (x) => data[(Math.floor(0.2 * height) * width + x) * 4 + 1]!,
  )
  const steps = row.slice(1).map((value, i) => Math.abs(value - row[i]!))
  expect(Math.max(...steps)).toBeLessThan(0.01)
})

describe('far is blurred, and where a product stands is not', () => {
  const detail = (spec: Partial<SceneSpec>, from: number, to: number): number => {
    const { data, width, height } = scene({ floor: 'terrazzo', wall: 'terrazzo', ...spec })
    let sum = 0
    for (let y = Math.floor(from * height); y < to * height; y++)
      for (let x = 1; x < width; x++)
        sum += Math.abs(data[(y * width + x) * 4]! - data[(y * width + x - 1) * 4]!)
    return sum
  }
  test('wherever that is', () => {
    const blurred = { blur01: 0.02 }
    const sharp = { blur01: 0 }
    expect(detail(blurred, 0, 0.4)).toBeLessThan(0.5 * detail(sharp, 0, 0.4))
    expect(detail(blurred, 0.8, 0.88)).toBeGreaterThan(0.95 * detail(sharp, 0.8, 0.88))
  })

  test('on the base line that is said, not before it', () => {
    const near = { blur01: 0.02, base01: 0.62 }
    const low = { blur01: 0.02, base01: 0.92 }
    const sharp = detail({ blur01: 0 }, 0.62, 0.7)
    expect(detail(near, 0.62, 0.7)).toBeGreaterThan(0.95 * sharp)
    expect(detail(low, 0.62, 0.7)).toBeLessThan(0.75 * sharp)
    expect(detail(near, 0, 0.4)).toBe(detail(low, 0, 0.4))
  })
})
