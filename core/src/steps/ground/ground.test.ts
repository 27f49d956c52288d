import { describe, expect, test } from 'vitest'
import type { CutMatte } from '../../matte'
import {
  linearRaster,
  planeF32,
  planeU8,
  squaredDistance,
  srgbOfLinear,
  type PlaneF32,
  type PlaneU8,
  type Size,
} from '../../raster'
import { photographSource } from '../../source'
import { paintGradient } from './gradient'
import { madeShadow, type ShadowShape } from './madeShadow'
import { ownBackdrop } from './ownBackdrop'
import { reflectionOf } from './reflection'
import { shadowOfProduct } from './shadowOfProduct'
import { standingOf } from './standing'

const SIDE = 200

const shape = (inside: (x: number, y: number) => boolean, side = SIDE): PlaneF32 => {
  const plane = planeF32({ width: side, height: side })
  for (let y = 0, i = 0; y < side; y++)
    for (let x = 0; x < side; x++, i++) plane.data[i] = inside(x + 0.5, y + 0.5) ? 1 : 0
  return plane
}

/** A box from 80 to 120 across and 60 to 140 down. */
const box = shape((x, y) => x > 80 && x < 120 && y > 60 && y < 140)
/** A jar: its foot is the lower half of an ellipse, and a handle hangs at its right side. */
const FOOT = (x: number): number => 130 + 12 * Math.sqrt(Math.max(0, 1 - ((x - 100) / 40) ** 2))
const jar = shape(
  (x, y) =>
    (Math.abs(x - 100) < 40 && y > 40 && y < FOOT(x)) || (x >= 140 && x < 160 && y > 60 && y < 100),
)
const at = (plane: PlaneF32, x: number, y: number): number => plane.data[y * plane.width + x]!

describe('a product stands', () => {
  test('on the lower edge of its outline, to a part of a pixel', () => {
    const standing = standingOf(box)!
    for (const x of [80, 100, 119]) expect(standing.base[x]).toBeCloseTo(140, 1)
    expect(standing).toMatchObject({ left: 80, right: 120, top: 60, bottom: 140 })
    expect(standing.touches[100]).toBeCloseTo(1, 5)
    expect(standing.touches[60]).toBe(0)
  })

  test('on a round foot all along, and not on a handle in the air', () => {
    const { base, touches } = standingOf(jar)!
    for (const x of [75, 90, 100, 110, 125])
      expect(Math.abs(base[x]! - FOOT(x + 0.5))).toBeLessThan(1)
    expect(touches[152]).toBe(0)
    // Under the handle the ground goes on where the foot ended.
    expect(Math.abs(base[155]! - FOOT(139.5))).toBeLessThan(4)
  })

  test('nowhere when there is none', () => expect(standingOf(shape(() => false))).toBeNull())
})

const plain: ShadowShape = { strength: 1, contact: 0, angleDeg: 0, length: 0.5, softness: 0 }

describe('made shadow', () => {
  test('falls to the side that is asked, as far as is asked', () => {
    const right = madeShadow(box, { ...plain, angleDeg: 20 })
    // The top, 80 px high, falls 0.5 · 80 · cos 20° = 38 px to the right, and 0.5 · 80 · 0.22 = 9 px up.
    expect(at(right, 138, 134)).toBeGreaterThan(0.9)
    expect(at(right, 165, 134)).toBe(0)
    expect(at(right, 60, 136)).toBe(0)
    const left = madeShadow(box, { ...plain, angleDeg: 160 })
    for (const x of [45, 50, 60]) expect(at(left, x, 134)).toBeCloseTo(at(right, 199 - x, 134), 2)
    const front = madeShadow(box, { ...plain, angleDeg: -90 })
    expect(at(front, 100, 150)).toBeGreaterThan(0.9)
    expect(at(front, 100, 165)).toBe(0)
  })

  test('grows softer with its distance from the foot', () => {
    const soft = madeShadow(box, { ...plain, angleDeg: -90, length: 1, softness: 1 })
    const slope = (y: number): number => {
      let steepest = 0
      for (let x = 60; x < 100; x++)
        steepest = Math.max(steepest, at(soft, x + 1, y) - at(soft, x, y))
      return steepest
    }
    expect(slope(142)).toBeGreaterThan(3 * slope(168))
  })

  test('is as dark as is asked, and darkest at the line of contact', () => {
    const cast = madeShadow(box, { ...plain, strength: 0.4, angleDeg: -90 })
    expect(at(cast, 100, 148)).toBeCloseTo(0.4, 2)
    const contact = madeShadow(box, { ...plain, strength: 0, contact: 0.7 })
    expect(at(contact, 100, 139)).toBeGreaterThan(0.6)
    expect(at(contact, 100, 146)).toBeLessThan(0.01)
    expect(at(contact, 60, 139)).toBe(0)
  })

  test('has one look whatever the size of the product', () => {
    const look = { ...plain, angleDeg: -60, softness: 0.5, contact: 0.5, strength: 0.6 }
    const small = madeShadow(box, look)
    const large = madeShadow(
      shape((x, y) => x > 160 && x < 240 && y > 120 && y < 280, 400),
      look,
    )
    let off = 0
    let dark = 0
    for (let y = 60; y < 190; y++)
      for (let x = 40; x < 180; x++) {
        off += Math.abs(at(small, x, y) - at(large, x * 2 + 1, y * 2 + 1))
        dark += at(small, x, y)
      }
    expect(off / dark).toBeLessThan(0.1)
  })
})

describe('reflection', () => {
  const striped = linearRaster({ width: SIDE, height: SIDE })
  for (let y = 0, i = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, i++)
      if (jar.data[i]) striped.data.set([y / SIDE, x / SIDE, 0, 1], i * 4)

  test('is the product upside down below a round foot, fading downwards', () => {
    const mirrored = reflectionOf(striped, jar, { strength: 1, reach: 0.5, blur: 0 })
    const reach = 0.5 * (142 - 40)
    for (const x of [70, 100, 130])
      for (const below of [2, 10, 25]) {
        const y = Math.round(FOOT(x + 0.5)) + below
        const p = (y * SIDE + x) * 4
        const weight = (1 - (y + 0.5 - FOOT(x + 0.5)) / reach) ** 1.5
        expect(mirrored.data[p + 3]).toBeCloseTo(weight, 1)
        const seen = mirrored.data[p]! / mirrored.data[p + 3]!
        expect(seen * SIDE).toBeCloseTo(2 * FOOT(x + 0.5) - y, -0.4)
        expect(mirrored.data[p + 1]! / mirrored.data[p + 3]!).toBeCloseTo(x / SIDE, 2)
      }
    expect(
      at(
        planeF32(
          box,
          mirrored.data.filter((_, i) => i % 4 === 3),
        ),
        100,
        199,
      ),
    ).toBe(0)
  })
})

describe('a gradient', () => {
  const painted = (change: object): ReturnType<typeof srgbOfLinear> => {
    const picture = linearRaster({ width: 64, height: 256 })
    const whole = { kind: 'gradient', shape: 'linear', angleDeg: 0 } as const
    paintGradient(picture, { ...whole, from: '#FFFFFF', to: '#C0C0C0', ...change })
    return srgbOfLinear(picture)
  }
  test('runs evenly from one colour to the other, without bands', () => {
    const { data } = painted({})
    const mean = (y: number): number => {
      let sum = 0
      for (let x = 0; x < 64; x++) sum += data[(y * 64 + x) * 4]!
      return sum / 64
    }
    expect(mean(0)).toBeGreaterThan(254)
    expect(mean(255)).toBeLessThan(193)
    for (const y of [32, 100, 128, 200])
      expect(mean(y)).toBeCloseTo(255 - ((y + 0.5) / 256) * (255 - 192), 0)
    // Between two code values a row holds both.
    const row = new Set(Array.from({ length: 64 }, (_, x) => data[(66 * 64 + x) * 4]!))
    expect(row.size).toBeGreaterThan(1)
  })
  test('turns with its angle, and goes outwards from the middle', () => {
    const across = painted({ angleDeg: -90 })
    expect(across.data[(128 * 64 + 1) * 4]).toBeGreaterThan(across.data[(128 * 64 + 62) * 4]!)
    const radial = painted({ shape: 'radial' })
    expect(radial.data[(128 * 64 + 32) * 4]).toBeGreaterThan(253)
    expect(radial.data[0]).toBeLessThan(195)
  })
})

describe('a photograph’s own shadow', () => {
  const width = 320
  const height = 240
  const PAPER = [0.72, 0.7, 0.66] as const
  const isProduct = (x: number, y: number): boolean => x > 120 && x < 180 && y > 60 && y < 160
  /** A soft shadow to the right of the product's foot. */
  const trueShadow = (x: number, y: number): number =>
    0.5 * Math.exp(-(((x - 205) / 40) ** 2) - ((y - 158) / 14) ** 2)
  const photograph = linearRaster({ width, height })
  const plane = planeU8({ width, height })
  let seed = 7
  const noise = (): number => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) * 0.02
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const fall = 1 - 0.1 * (x / width)
      const light = fall * (1 - trueShadow(x, y)) * (1 + noise())
      const own = isProduct(x, y) ? ([0.1, 0.02, 0.02] as const) : PAPER.map((v) => v * light)
      photograph.data.set([...own, 1], i * 4)
      plane.data[i] = isProduct(x, y) ? 255 : 0
    }
  // A speck of dirt, away from the product.
  for (let y = 30; y < 34; y++)
    for (let x = 40; x < 44; x++) photograph.data.set([0.2, 0.2, 0.2, 1], (y * width + x) * 4)
  const area = { x: 0, y: 0, width: 1, height: 1 }
  const matte: CutMatte = {
    kind: 'cut',
    box: area,
    unsure: 0,
    holes: 0,
    signs: null,
    doubts: [],
    repairs: 0,
    atBorder: 'clear',
    alphas: [{ sidePx: width, area, plane }],
  }
  const { shadow: found, colour } = ownBackdrop(photographSource(srgbOfLinear(photograph)), matte)
  const shadow = found!

  test('is lifted as dark as it is, without uneven light and dirt', () => {
    let worst = 0
    for (let y = 130; y < 200; y += 5)
      for (let x = 190; x < 270; x += 5) {
        const truth = trueShadow(x, y)
        if (truth > 0.1) worst = Math.max(worst, Math.abs(at(shadow, x, y) - truth))
      }
    expect(worst).toBeLessThan(0.06)
    expect(at(shadow, 42, 32)).toBe(0)
    for (const [x, y] of [
      [20, 200],
      [300, 20],
      [60, 100],
    ] as const)
      expect(at(shadow, x, y)).toBeLessThan(0.01)
  })

  test('goes on under the product, so that no bright rim is seen', () => {
    expect(at(shadow, 178, 158)).toBeGreaterThan(0.25)
  })

  test('leaves the backdrop’s colour without shade', () => {
    PAPER.forEach((value, c) => expect(colour[c]! / (value * 0.95)).toBeCloseTo(1, 1))
  })
})

describe('the shadow of a product', () => {
  const size = { width: 300, height: 200 }
  const side = 300
  /** A product of 60 by 80 px, in the middle at the left. */
  const isProduct = (x: number, y: number): boolean => x >= 60 && x < 120 && y >= 60 && y < 140
  const near = squaredDistance(planeOf8(size, isProduct))
  /** Darkness that falls off smoothly to the right of the product's foot; it goes on under it. */
  const soft = (x: number, y: number): number =>
    0.5 * Math.exp(-((Math.max(0, x - 120) / 45) ** 2) - ((y - 130) / 22) ** 2) * (x < 40 ? 0 : 1)
  const found = (at: (x: number, y: number) => number): PlaneF32 | null => {
    const dark = planeF32(size)
    for (let y = 0, i = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++, i++) dark.data[i] = Math.min(1, soft(x, y) + at(x, y))
    return shadowOfProduct(dark, near, 0.006 * side)
  }
  const none = (): number => 0

  test('stays as it is where it is smooth and joined to the product', () => {
    const shadow = found(none)!
    for (const [x, y] of [
      [125, 130],
      [150, 130],
      [150, 120],
    ] as const)
      expect(at(shadow, x, y)).toBeCloseTo(soft(x, y), 1)
  })

  test('has nothing of seams, of a card beside the product, or of where a table ends', () => {
    const plain = found(none)!
    for (const [name, other, places] of [
      [
        'a seam',
        (_x: number, y: number) => (Math.abs(y - 30) < 2 ? 0.4 : 0),
        [
          [200, 30],
          [30, 30],
        ],
      ],
      [
        'a card',
        (x: number, y: number) => (x > 225 && x < 275 && y > 20 && y < 70 ? 0.5 : 0),
        [
          [250, 45],
          [230, 60],
        ],
      ],
      [
        'a cove',
        (_x: number, y: number) => 0.15 * Math.exp(-(((y - 90) / 12) ** 2)),
        [
          [250, 90],
          [20, 90],
        ],
      ],
    ] as const) {
      const shadow = found(other)!
      for (const [x, y] of places)
        expect(at(shadow, x, y), `${name} at ${x}, ${y}`).toBeLessThan(0.02)
      expect(at(shadow, 140, 130), name).toBeCloseTo(at(plain, 140, 130), 1)
    }
  })

  test('is none where the backdrop is a pattern, or dark to its border all along', () => {
    const bricks = (x: number, y: number): number =>
      (Math.floor(x / 30) + Math.floor(y / 20)) % 2 === 0 && !isProduct(x, y) ? 0.4 : 0
    expect(found(bricks)).toBeNull()
    expect(found((x, y) => (x > 130 || y > 150 ? 0.3 : 0))).toBeNull()
  })

  test('is none where nothing is dark', () => {
    expect(shadowOfProduct(planeF32(size), near, 2)).toBeNull()
  })
})

/** A mask of where something is. */
function planeOf8(size: Size, isThere: (x: number, y: number) => boolean): PlaneU8 {
  const mask = planeU8(size)
  for (let i = 0; i < mask.data.length; i++)
    mask.data[i] = isThere(i % size.width, Math.floor(i / size.width)) ? 1 : 0
  return mask
}
