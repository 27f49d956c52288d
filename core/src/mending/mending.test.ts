import { describe, expect, test } from 'vitest'
import { LINEAR, LINEAR_OF_BYTE, srgbRaster, type PxBox } from '../raster'
import { seededRandom } from '../raster/seeded.testing'
import { photographSource, withPatches, type Patch, type Source } from '../source'
import { KNOWN, mendHole, mendInCells, MISSING, UNKNOWN, type Hole } from '.'

/** A grey photograph whose code values are a function of the place. */
function photograph(grey: (x: number, y: number) => number, side = 120): Source {
  const picture = srgbRaster({ width: side, height: side })
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const v = grey(x, y)
      picture.data.set([v, v, v, 255], (y * side + x) * 4)
    }
  return photographSource(picture)
}

const MARGIN = 5

/** A hole as large as a box, with its border. */
function holeOf(box: PxBox, unknown: (x: number, y: number) => boolean = () => false): Hole {
  const window = {
    x: box.x - MARGIN,
    y: box.y - MARGIN,
    width: box.width + 2 * MARGIN,
    height: box.height + 2 * MARGIN,
  }
  const mask = new Uint8Array(window.width * window.height)
  for (let i = 0; i < mask.length; i++) {
    const x = window.x + (i % window.width)
    const y = window.y + Math.floor(i / window.width)
    const inside = x >= box.x && x < box.x + box.width && y >= box.y && y < box.y + box.height
    mask[i] = unknown(x, y) ? UNKNOWN : inside ? MISSING : KNOWN
  }
  return { window, mask }
}

/** Green of a box of the mended photograph in linear light. */
function mended(source: Source, patches: readonly Patch[], box: PxBox): Float32Array {
  const { data } = withPatches(source, patches).sample(box, box)
  return Float32Array.from({ length: box.width * box.height }, (_, i) => data[i * 4 + 1]!)
}

const linear = (v: number): number => LINEAR_OF_BYTE[Math.round(v)]!
const BOX = { x: 54, y: 54, width: 12, height: 12 }
const DIRT = 20

const isIn = ({ x, y, width, height }: PxBox, px: number, py: number): boolean =>
  px >= x && px < x + width && py >= y && py < y + height

const deviation = (values: ArrayLike<number>): number => {
  const all = Array.from(values)
  const mean = all.reduce((a, b) => a + b) / all.length
  return Math.sqrt(all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / all.length)
}

describe('a hole', () => {
  test('in a fall of light goes on with it, without a seam', () => {
    const grey = (x: number, y: number): number => 100 + x / 2 + y / 4
    const source = photograph((x, y) => (isIn(BOX, x, y) ? DIRT : grey(x, y)))
    const values = mended(source, [mendHole(source, holeOf(BOX), MARGIN, [], 1)], BOX)
    values.forEach((value, i) => {
      const right = linear(grey(BOX.x + (i % 12), BOX.y + Math.floor(i / 12)))
      // Two code values at this tone.
      expect(Math.abs(value - right)).toBeLessThan(0.01)
    })
  })

  test('in stripes is filled with the stripes where they belong', () => {
    const grey = (x: number): number => (x % 8 < 4 ? 180 : 90)
    const source = photograph((x, y) => (isIn(BOX, x, y) ? DIRT : grey(x)))
    const values = mended(source, [mendHole(source, holeOf(BOX), MARGIN, [], 1)], BOX)
    const off = Array.from(values, (value, i) => Math.abs(value - linear(grey(BOX.x + (i % 12)))))
    expect(Math.max(...off)).toBeLessThan(0.03)
  })

  test('has all of the surface’s grain, or hardly any', () => {
    const random = seededRandom(5)
    const noise = Float32Array.from({ length: 120 * 120 }, () => (random() - 0.5) * 40)
    const source = photograph((x, y) =>
      isIn(BOX, x, y) ? DIRT : 140 + Math.round(noise[y * 120 + x]!),
    )
    const around = deviation(mended(source, [], { x: 10, y: 10, width: 30, height: 30 }))
    const grainOf = (grain: number): number =>
      deviation(mended(source, [mendHole(source, holeOf(BOX), MARGIN, [], grain)], BOX))
    expect(grainOf(1) / around).toBeGreaterThan(0.8)
    expect(grainOf(1) / around).toBeLessThan(1.2)
    expect(grainOf(0) / around).toBeLessThan(0.45)
  })

  test('changes nothing that is known, and leaves alone what is neither known nor missing', () => {
    const unknown = (x: number, y: number): boolean => x === 60 && y < 60
    const source = photograph((x, y) => (isIn(BOX, x, y) ? DIRT : 140))
    const hole = holeOf(BOX, unknown)
    const { window, picture } = mendHole(source, hole, MARGIN, [], 1)
    expect(window).toEqual(hole.window)
    hole.mask.forEach((kind, i) => {
      const alpha = picture.data[i * 4 + 3]!
      if (kind === MISSING) expect(alpha).toBe(1)
      else expect(alpha).toBe(0)
    })
  })

  test('takes nothing from dirt that is known to lie about', () => {
    // Dirt of one kind everywhere but above the hole.
    const rests = { x: 0, y: 0, width: 120, height: 46 }
    const hash = (x: number, y: number): number => ((x * 7 + y * 13) % 5) * 4
    const source = photograph((x, y) =>
      isIn(BOX, x, y) ? DIRT : isIn(rests, x, y) || y < 75 ? 140 + hash(x, y) : 30,
    )
    const below = { x: 0, y: 75, width: 120, height: 45 }
    const values = mended(source, [mendHole(source, holeOf(BOX), MARGIN, [below], 0)], BOX)
    expect(Math.min(...values)).toBeGreaterThan(linear(125))
  })

  test('at the corner of the photograph, reaching beyond it, is mended within', () => {
    const corner = { x: 0, y: 0, width: 10, height: 10 }
    const source = photograph((x, y) => (isIn(corner, x, y) ? DIRT : 140))
    const values = mended(source, [mendHole(source, holeOf(corner), MARGIN, [], 1)], corner)
    for (const value of values) expect(value).toBeCloseTo(linear(140), 2)
  })

  test('as large as its photograph still gets a tone, and no number that is none', () => {
    const source = photograph((x, y) => (x > 2 && x < 17 && y > 2 && y < 17 ? DIRT : 140), 20)
    const box = { x: 3, y: 3, width: 14, height: 14 }
    const values = mended(source, [mendHole(source, holeOf(box), 3, [], 1)], box)
    for (const value of values) expect(Number.isFinite(value)).toBe(true)
  })
})

describe('a hole larger than a piece', () => {
  const LONG = { x: 8, y: 56, width: 104, height: 6 }

  test('is rebuilt whole: every pixel of it, and no other', () => {
    const source = photograph((x, y) => (isIn(LONG, x, y) ? DIRT : 140))
    const patches = mendInCells(source, holeOf(LONG), MARGIN, [])
    const times = new Uint8Array(120 * 120)
    for (const { window, picture } of patches)
      for (let i = 0; i < window.width * window.height; i++)
        if (picture.data[i * 4 + 3] === 1)
          times[(window.y + Math.floor(i / window.width)) * 120 + window.x + (i % window.width)]!++
    times.forEach((count, i) => {
      expect(count).toBe(isIn(LONG, i % 120, Math.floor(i / 120)) ? 1 : 0)
    })
    for (const value of mended(source, patches, LONG)) expect(value).toBeCloseTo(linear(140), 2)
  })

  test('shows nothing of the dirt where its pieces meet, however small it is drawn', () => {
    const source = photograph((x, y) => (isIn(LONG, x, y) ? 0 : 140))
    const patched = withPatches(source, mendInCells(source, holeOf(LONG), MARGIN, []))
    const inside = { x: LONG.x + 3, y: LONG.y + 1, width: LONG.width - 6, height: LONG.height - 2 }
    for (const width of [13, 17, 29, 53]) {
      const { data } = patched.sample(inside, { width, height: 2 }, LINEAR)
      for (let p = 0; p < data.length; p += 4) expect(data[p]).toBeCloseTo(linear(140), 2)
    }
  })

  test('across an edge keeps the edge where it is', () => {
    const source = photograph((x, y) => (isIn(LONG, x, y) ? DIRT : x < 60 ? 200 : 80))
    const patches = mendInCells(source, holeOf(LONG), MARGIN, [])
    const values = mended(source, patches, LONG)
    let wrong = 0
    values.forEach((value, i) => {
      const x = LONG.x + (i % LONG.width)
      if (Math.abs(value - linear(x < 60 ? 200 : 80)) > 0.1) wrong++
    })
    // Less than one column of the six rows.
    expect(wrong).toBeLessThanOrEqual(6)
  })
})
