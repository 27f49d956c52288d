import { describe, expect, test } from 'vitest'
import { planeF32, planeU8, type PlaneF32 } from '../../../raster'
import type { Point } from '../../../strokes'
import { contoursOf } from './contours'
import { fitCurves, type Curve } from './fitCurves'
import { geodesicDistance } from './geodesic'
import { pointOnCurve } from './outline'

const SIDE = 80

/** Alpha of a shape, its edge mixed over one pixel, by how far inside each pixel's middle lies. */
function alphaOf(inside: (x: number, y: number) => number): PlaneF32 {
  const data = Float32Array.from({ length: SIDE * SIDE }, (_, i) =>
    Math.min(1, Math.max(0, inside((i % SIDE) + 0.5, Math.floor(i / SIDE) + 0.5) + 0.5)),
  )
  return planeF32({ width: SIDE, height: SIDE }, data)
}

const disc = (cx: number, cy: number, r: number) =>
  alphaOf((x, y) => r - Math.hypot(x - cx, y - cy))

const area = (line: readonly Point[]): number =>
  line.reduce((sum, [x, y], i) => {
    const [nx, ny] = line[(i + 1) % line.length]!
    return sum + (x * ny - nx * y) / 2
  }, 0)

describe('contours', () => {
  test('of a disc lie on its circle, to a part of a pixel', () => {
    const lines = contoursOf(disc(40.3, 38.7, 20.25))
    expect(lines.length).toBe(1)
    for (const [x, y] of lines[0]!)
      expect(Math.abs(Math.hypot(x - 40.3, y - 38.7) - 20.25)).toBeLessThan(0.1)
    expect(Math.abs(area(lines[0]!))).toBeCloseTo(Math.PI * 20.25 ** 2, -1)
  })

  test('of a gap run the other way round than that of the product about it', () => {
    const ring = alphaOf((x, y) => {
      const d = Math.hypot(x - 40, y - 40)
      return Math.min(25 - d, d - 12)
    })
    const [outer, inner] = contoursOf(ring).sort((a, b) => Math.abs(area(b)) - Math.abs(area(a)))
    expect(Math.abs(area(outer!))).toBeCloseTo(Math.PI * 625, -1.5)
    expect(Math.abs(area(inner!))).toBeCloseTo(Math.PI * 144, -1)
    expect(Math.sign(area(outer!))).toBe(-Math.sign(area(inner!)))
  })

  test('of what reaches the border are closed along it', () => {
    const half = alphaOf((x) => 30 - x)
    const [line, ...others] = contoursOf(half)
    expect(others).toEqual([])
    expect(Math.abs(area(line!))).toBeCloseTo(30 * SIDE, -2)
    for (const [x, y] of line!) {
      expect(x).toBeGreaterThanOrEqual(-0.5)
      expect(y).toBeGreaterThanOrEqual(-0.5)
      expect(y).toBeLessThanOrEqual(SIDE + 0.5)
    }
  })

  test('of two pieces are two, and of nothing none', () => {
    const two = alphaOf((x, y) =>
      Math.max(10 - Math.hypot(x - 20, y - 20), 8 - Math.hypot(x - 60, y - 55)),
    )
    expect(contoursOf(two).length).toBe(2)
    expect(contoursOf(alphaOf(() => -9))).toEqual([])
  })
})

describe('curves', () => {
  const TOLERANCE = 0.5
  /** How far a place lies from the nearest of many places on curves. */
  const offFrom = (curves: readonly Curve[], [x, y]: Point): number =>
    Math.min(
      ...curves.flatMap((curve) =>
        Array.from({ length: 41 }, (_, k) => {
          const at = pointOnCurve(curve.from, curve.out, curve.in, curve.to, k / 40)
          return Math.hypot(at[0] - x, at[1] - y)
        }),
      ),
    )
  const isClosed = (curves: readonly Curve[]): boolean =>
    curves.every(({ to }, i) => {
      const { from } = curves[(i + 1) % curves.length]!
      return to[0] === from[0] && to[1] === from[1]
    })

  test('through a circle are few, closed, and as near to it as is asked', () => {
    const line = contoursOf(disc(40, 40, 25))[0]!
    const curves = fitCurves(line, TOLERANCE)
    expect(curves.length).toBeLessThanOrEqual(8)
    expect(isClosed(curves)).toBe(true)
    for (const point of line) expect(offFrom(curves, point)).toBeLessThan(TOLERANCE + 0.6)
  })

  test('are more where they must be nearer', () => {
    const wavy: Point[] = Array.from({ length: 400 }, (_, i) => {
      const turn = (2 * Math.PI * i) / 400
      const r = 30 + 4 * Math.cos(9 * turn)
      return [40 + r * Math.cos(turn), 40 + r * Math.sin(turn)]
    })
    const [near, far] = [fitCurves(wavy, 0.1), fitCurves(wavy, 2)]
    expect(near.length).toBeGreaterThan(far.length)
    for (const point of wavy) expect(offFrom(near, point)).toBeLessThan(0.5)
  })

  test('keep the corners of a square', () => {
    const square: Point[] = [
      ...Array.from({ length: 40 }, (_, i): Point => [10 + i, 10]),
      ...Array.from({ length: 40 }, (_, i): Point => [50, 10 + i]),
      ...Array.from({ length: 40 }, (_, i): Point => [50 - i, 50]),
      ...Array.from({ length: 40 }, (_, i): Point => [10, 50 - i]),
    ]
    const curves = fitCurves(square, TOLERANCE)
    expect(curves.length).toBe(4)
    expect(isClosed(curves)).toBe(true)
    const nodes = curves.map(({ from }) => from)
    for (const corner of [
      [10, 10],
      [50, 10],
      [50, 50],
      [10, 50],
    ] as const)
      expect(Math.min(...nodes.map(([x, y]) => Math.hypot(x - corner[0], y - corner[1])))).toBe(0)
  })
})

describe('the shortest way', () => {
  const plane = (cost: (x: number, y: number) => number): PlaneF32 =>
    planeF32(
      { width: SIDE, height: SIDE },
      Float32Array.from({ length: SIDE * SIDE }, (_, i) => cost(i % SIDE, Math.floor(i / SIDE))),
    )
  const seedAt = (x: number, y: number) => {
    const data = new Uint8Array(SIDE * SIDE)
    data[y * SIDE + x] = 1
    return planeU8({ width: SIDE, height: SIDE }, data)
  }
  const at = ({ data }: PlaneF32, x: number, y: number): number => data[y * SIDE + x]!

  test('over even ground goes straight, and by the diagonal', () => {
    const distance = geodesicDistance(
      seedAt(10, 10),
      plane(() => 1),
    )
    expect(at(distance, 10, 10)).toBe(0)
    expect(at(distance, 30, 10)).toBeCloseTo(20, 4)
    expect(at(distance, 30, 30)).toBeCloseTo(20 * Math.SQRT2, 3)
  })

  test('goes round a wall by its gap, and never through it', () => {
    const wall = plane((x, y) => (x === 40 && y !== 70 ? Infinity : 1))
    const distance = geodesicDistance(seedAt(30, 10), wall)
    // Down to the gap and up again on the other side.
    const round = 2 * (10 * Math.SQRT2 + 50)
    expect(at(distance, 50, 10)).toBeCloseTo(round, 2)
    expect(at(distance, 40, 20)).toBe(Infinity)
  })

  test('costs what lies on it, and there is none to what is shut in', () => {
    const dear = geodesicDistance(
      seedAt(10, 40),
      plane((x) => (x < 40 ? 1 : 5)),
    )
    expect(at(dear, 60, 40)).toBeCloseTo(29 + (1 + 5) / 2 + 5 * 20, 3)
    const shut = plane((x, y) =>
      Math.max(Math.abs(x - 60), Math.abs(y - 60)) === 5 ? Infinity : 1,
    )
    expect(at(geodesicDistance(seedAt(5, 5), shut), 60, 60)).toBe(Infinity)
  })
})
