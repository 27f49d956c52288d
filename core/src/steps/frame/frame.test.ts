import { describe, expect, test } from 'vitest'
import { planeU8, srgbRaster } from '../../raster'
import { photographSource } from '../../source'
import { scene } from '../../engine/scene.testing'
import { findInterest } from './findInterest'
import { cropInside, frameProduct } from './planFrame'
import { FrameSettings } from './settings'
import { isConvex } from './convex'
import { leanOf } from './leanOf'
import { coveredBy, moved, uprightOf } from './upright'
import { uprightProduct } from './uprightProduct'

const settings = (change: object = {}): FrameSettings => FrameSettings.parse(change)
const box = { x: 100, y: 200, width: 400, height: 200 }

/** Where a box lies in a window, as shares of its sides. */
const within = (
  inner: { x: number; y: number; width: number; height: number },
  window: { x: number; y: number; width: number; height: number },
) => ({
  left: (inner.x - window.x) / window.width,
  top: (inner.y - window.y) / window.height,
  right: (inner.x + inner.width - window.x) / window.width,
  bottom: (inner.y + inner.height - window.y) / window.height,
})

describe('a product in its frame', () => {
  test.each([
    ['tighter', 0.8, 0.4],
    ['width', 0.8, 0.4],
    ['height', 1.6, 0.8],
  ] as const)('filled by the %s', (fillOf, across, down) => {
    const window = frameProduct(box, settings({ fillPct: 80, fillOf }))
    expect(box.width / window.width).toBeCloseTo(across, 9)
    expect(box.height / window.height).toBeCloseTo(down, 9)
  })

  test.each([
    ['a low one', { ...box, height: 100 }],
    ['a high one', { ...box, height: 390 }],
  ])('on a base line: %s stands on it', (_name, product) => {
    const window = frameProduct(product, settings({ stand: 'base', basePct: 12 }))
    expect(within(product, window).bottom).toBeCloseTo(0.88, 9)
    expect((within(product, window).left + within(product, window).right) / 2).toBeCloseTo(0.5, 9)
  })

  test('at half the size takes half, on the same line', () => {
    const at = (sizePct: number) =>
      within(box, frameProduct(box, settings({ stand: 'base', sizePct })))
    expect(at(50).right - at(50).left).toBeCloseTo((at(100).right - at(100).left) / 2, 9)
    expect(at(50).bottom).toBeCloseTo(at(100).bottom, 9)
  })

  test('is moved by shares of the frame', () => {
    const still = within(box, frameProduct(box, settings()))
    const moved = within(box, frameProduct(box, settings({ shiftXPct: 5, shiftYPct: -10 })))
    expect(moved.left - still.left).toBeCloseTo(0.05, 9)
    expect(moved.top - still.top).toBeCloseTo(-0.1, 9)
  })

  test('is centred by its weight, if that is asked', () => {
    const weight = { x: 200, y: 310 }
    const at = (centreBy: string) => frameProduct(box, settings({ centreBy }), weight)
    const middle = (window: { x: number; width: number }) => window.x + window.width / 2
    expect(middle(at('weight'))).toBeCloseTo(200, 9)
    expect(middle(at('box'))).toBeCloseTo(300, 9)
  })
})

describe('a turn', () => {
  const photograph = { width: 200, height: 200 }

  test('by a quarter brings right down', () => {
    const { x, y } = moved(uprightOf(photograph, 90)!.forth, { x: 150, y: 100 })
    expect(x).toBeCloseTo(100, 9)
    expect(y).toBeCloseTo(150, 9)
    const back = moved(uprightOf(photograph, 90)!.back, { x, y })
    expect(back.x).toBeCloseTo(150, 9)
  })

  test('of a square by an eighth is as wide as its diagonal, of a disc as wide as before', () => {
    const { matte } = scene()
    const square = { x: 50, y: 50, width: 100, height: 100 }
    const eighth = uprightProduct(matte, square, photograph, uprightOf(photograph, 45))
    expect(eighth.box.width).toBeCloseTo(100 * Math.SQRT2, -1)
    expect(eighth.weight.x).toBeCloseTo(100, 1)
    expect(uprightProduct(matte, square, photograph, uprightOf(photograph, 0)).box).toBe(square)
    const plane = planeU8(photograph)
    for (let y = 0; y < 200; y++)
      for (let x = 0; x < 200; x++)
        plane.data[y * 200 + x] = Math.hypot(x - 99.5, y - 99.5) < 50 ? 255 : 0
    const area = { x: 0, y: 0, width: 1, height: 1 }
    const disc = { ...matte, alphas: [{ sidePx: 200, area, plane }] as const }
    expect(
      uprightProduct(disc, square, photograph, uprightOf(photograph, 30)).box.width,
    ).toBeCloseTo(100, -0.5)
  })

  test('leaves less of the photograph without corners', () => {
    expect(coveredBy(photograph, uprightOf(photograph, 0))).toEqual({
      x: 0,
      y: 0,
      width: 200,
      height: 200,
    })
    const { width, x } = coveredBy(photograph, uprightOf(photograph, 45))
    expect(width).toBeCloseTo(200 / Math.SQRT2, 6)
    expect(x * 2 + width).toBeCloseTo(200, 6)
    // Its corners lie on the photograph.
    const wide = { width: 300, height: 200 }
    const part = coveredBy(wide, uprightOf(wide, 10))
    for (const [cx, cy] of [
      [part.x, part.y],
      [part.x + part.width, part.y],
    ] as const) {
      const from = moved(uprightOf(wide, 10)!.back, { x: cx, y: cy })
      expect(from.x).toBeGreaterThan(-1e-6)
      expect(from.y).toBeGreaterThan(-1e-6)
      expect(from.x).toBeLessThan(300 + 1e-6)
    }
  })
})

describe('a crop', () => {
  const photograph = { x: 0, y: 0, width: 300, height: 200 }

  test('is the largest of its ratio, about what matters, inside', () => {
    expect(cropInside(photograph, settings(), { x: 20, y: 100 })).toEqual({
      x: 0,
      y: 0,
      width: 200,
      height: 200,
    })
    const ratio = { width: 3, height: 1 }
    expect(cropInside(photograph, settings({ ratio }), { x: 150, y: 90 })).toEqual({
      x: 0,
      y: 40,
      width: 300,
      height: 100,
    })
  })

  test('no larger than what is wanted', () => {
    const window = cropInside(photograph, settings(), { x: 150, y: 100 }, { width: 50, height: 50 })
    expect(window).toEqual({ x: 125, y: 75, width: 50, height: 50 })
  })

  test('what matters is where there is contrast', () => {
    const picture = srgbRaster({ width: 400, height: 200 })
    for (let y = 0, p = 0; y < 200; y++)
      for (let x = 0; x < 400; x++, p += 4) {
        const isCheck = x >= 280 && x < 360 && y >= 40 && y < 120 && (x + y) % 16 < 8
        // A slow gradient is nothing to look at.
        picture.data.set(isCheck ? [20, 20, 20, 255] : [180 + x / 10, 190, 190, 255], p)
      }
    const { x, y } = findInterest(photographSource(picture))
    expect(x).toBeCloseTo(0.8, 1)
    expect(y).toBeCloseTo(0.4, 1)
  })
})

describe('four corners', () => {
  const photograph = { width: 400, height: 300 }
  /** A door that was photographed from below. */
  const corners = [
    { x: 0.35, y: 0.2 },
    { x: 0.65, y: 0.2 },
    { x: 0.75, y: 0.8 },
    { x: 0.25, y: 0.8 },
  ]

  test('become those of a rectangle about the same middle, and back again', () => {
    const upright = uprightOf(photograph, 0, corners)!
    const [a, b, c, d] = corners.map(({ x, y }) => moved(upright.forth, { x: x * 400, y: y * 300 }))
    expect(a!.x).toBeCloseTo(d!.x, 6)
    expect(b!.x).toBeCloseTo(c!.x, 6)
    expect(a!.y).toBeCloseTo(b!.y, 6)
    expect(c!.y).toBeCloseTo(d!.y, 6)
    // As wide as the mean of 120 and 200 px.
    expect(b!.x - a!.x).toBeCloseTo(160, 6)
    expect((a!.x + b!.x) / 2).toBeCloseTo(200, 6)
    const back = moved(upright.back, moved(upright.forth, { x: 37, y: 211 }))
    expect(back.x).toBeCloseTo(37, 6)
    expect(back.y).toBeCloseTo(211, 6)
  })

  test('keep straight lines straight', () => {
    const { forth } = uprightOf(photograph, 3, corners)!
    const [p, q, r] = [0, 0.3, 1].map((t) => moved(forth, { x: 20 + 300 * t, y: 40 + 200 * t }))
    const area = (q!.x - p!.x) * (r!.y - p!.y) - (q!.y - p!.y) * (r!.x - p!.x)
    expect(area).toBeCloseTo(0, 6)
  })

  test('that cross over are refused', () => {
    const [a, b, c, d] = corners as [Corner, Corner, Corner, Corner]
    expect(isConvex([a, b, c, d])).toBe(true)
    expect(isConvex([a, c, b, d])).toBe(false)
    expect(FrameSettings.safeParse({ corners: [a, c, b, d] }).success).toBe(false)
  })

  type Corner = { x: number; y: number }
})

describe('a lean', () => {
  const photograph = { width: 300, height: 300 }
  /** A mug with a handle, or whatever else, that leans clockwise about its middle. */
  function leaning(degrees: number, isInside: (x: number, y: number) => boolean) {
    const plane = planeU8(photograph)
    const turn = (degrees * Math.PI) / 180
    for (let y = 0; y < 300; y++)
      for (let x = 0; x < 300; x++) {
        const [dx, dy] = [x + 0.5 - 150, y + 0.5 - 150]
        const across = dx * Math.cos(turn) + dy * Math.sin(turn)
        const down = dy * Math.cos(turn) - dx * Math.sin(turn)
        if (isInside(across, down)) plane.data[y * 300 + x] = 255
      }
    const area = { x: 0, y: 0, width: 1, height: 1 }
    return { ...scene().matte, alphas: [{ sidePx: 300, area, plane }] as const }
  }
  const mug = (x: number, y: number): boolean =>
    (Math.abs(x) < 50 && Math.abs(y) < 70) || (x > 0 && Math.abs(Math.hypot(x - 50, y) - 30) < 6)

  test.each([-7, -2, 0, 1.5, 5])('of %f° is read off a mug with a handle', (degrees) => {
    expect(leanOf(leaning(degrees, mug), photograph)).toBeCloseTo(degrees, 0)
    expect(Math.abs(leanOf(leaning(degrees, mug), photograph)! - degrees)).toBeLessThan(0.4)
  })

  test('is not read off a plate from above, nor off what has no symmetry', () => {
    expect(
      leanOf(
        leaning(4, (x, y) => Math.hypot(x, y) < 90),
        photograph,
      ),
    ).toBeNull()
    const wedge = (x: number, y: number): boolean =>
      y > -80 && y < 80 && x > -60 && x < y * 0.9 + 20
    expect(leanOf(leaning(0, wedge), photograph)).toBeNull()
  })
})
