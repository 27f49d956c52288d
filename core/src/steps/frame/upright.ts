import { multiply3, type Matrix3, type PxBox, type Size } from '../../raster'
import { isConvex, type Point } from './convex'
import type { FrameSettings } from './settings'

/** How a photograph is made upright: from its pixels to those of what comes of it, and back. */
export interface Upright {
  readonly forth: Matrix3
  readonly back: Matrix3
}

/** The four corners, clockwise from the upper left, of what is a rectangle in truth; fractions of the photograph. */
export type Corners = NonNullable<FrameSettings['corners']>

/**
 * Makes a photograph upright: first the four corners become those of a rectangle about the same middle, its
 * sides as long as the two that each replaces on average; then it is turned clockwise about the photograph's
 * middle. Null where it is upright as it is.
 *
 * @throws RangeError where the corners are no convex four-sided figure.
 */
export function uprightOf(
  photograph: Size,
  turnDeg: number,
  corners: Corners | null = null,
): Upright | null {
  if (turnDeg === 0 && corners === null) return null
  const turn = turned(photograph, turnDeg)
  const turnBack = turned(photograph, -turnDeg)
  if (corners === null) return { forth: turn, back: turnBack }
  const from = corners.map(({ x, y }) => ({ x: x * photograph.width, y: y * photograph.height }))
  assertConvex(from)
  const to = rectangleFor(from)
  return {
    forth: multiply3(turn, multiply3(fromUnitSquare(to), adjugate(fromUnitSquare(from)))),
    back: multiply3(multiply3(fromUnitSquare(from), adjugate(fromUnitSquare(to))), turnBack),
  }
}

/** Where a place goes. */
export function moved([a, b, c, d, e, f, g, h, i]: Matrix3, { x, y }: Point): Point {
  const w = g * x + h * y + i
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w }
}

function assertConvex(corners: readonly Point[]): void {
  if (!isConvex(corners)) throw new RangeError('The four corners don’t enclose a rectangle')
}

/** The largest part of the photograph’s own shape, about where its middle went, that lies on what became of it. */
export function coveredBy(photograph: Size, upright: Upright | null): PxBox {
  const { width, height } = photograph
  if (!upright) return { x: 0, y: 0, width, height }
  const middle = moved(upright.forth, { x: width / 2, y: height / 2 })
  const about = (share: number): PxBox => ({
    x: middle.x - (width * share) / 2,
    y: middle.y - (height * share) / 2,
    width: width * share,
    height: height * share,
  })
  const isOn = (share: number): boolean =>
    cornersOf(about(share)).every((corner) => {
      const { x, y } = moved(upright.back, corner)
      return x >= 0 && y >= 0 && x <= width && y <= height
    })
  let [low, high] = [0, 2]
  for (let i = 0; i < 40; i++) {
    const share = (low + high) / 2
    if (isOn(share)) low = share
    else high = share
  }
  return about(low)
}

export const cornersOf = ({ x, y, width, height }: Omit<PxBox, 'unit'>): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
]

function turned({ width, height }: Size, degrees: number): Matrix3 {
  const cos = Math.cos((degrees * Math.PI) / 180)
  const sin = Math.sin((degrees * Math.PI) / 180)
  const [cx, cy] = [width / 2, height / 2]
  return [cos, -sin, cx - cos * cx + sin * cy, sin, cos, cy - sin * cx - cos * cy, 0, 0, 1]
}

function rectangleFor(corners: readonly Point[]): Point[] {
  const [a, b, c, d] = corners as [Point, Point, Point, Point]
  const long = (p: Point, q: Point): number => Math.hypot(q.x - p.x, q.y - p.y)
  const width = (long(a, b) + long(d, c)) / 2
  const height = (long(a, d) + long(b, c)) / 2
  const x = (a.x + b.x + c.x + d.x) / 4 - width / 2
  const y = (a.y + b.y + c.y + d.y) / 4 - height / 2
  return cornersOf({ x, y, width, height })
}

/** From the unit square to four corners (Heckbert 1989, Fundamentals of texture mapping and image warping, 2.2.3). */
function fromUnitSquare(corners: readonly Point[]): Matrix3 {
  const [p, q, r, s] = corners as [Point, Point, Point, Point]
  const sum = { x: p.x - q.x + r.x - s.x, y: p.y - q.y + r.y - s.y }
  const one = { x: q.x - r.x, y: q.y - r.y }
  const two = { x: s.x - r.x, y: s.y - r.y }
  const area = one.x * two.y - two.x * one.y
  const g = (sum.x * two.y - two.x * sum.y) / area
  const h = (one.x * sum.y - sum.x * one.y) / area
  return [
    q.x - p.x + g * q.x,
    s.x - p.x + h * s.x,
    p.x,
    q.y - p.y + g * q.y,
    s.y - p.y + h * s.y,
    p.y,
    g,
    h,
    1,
  ]
}

/** The inverse up to a factor, which is all that a projection needs. */
const adjugate = ([a, b, c, d, e, f, g, h, i]: Matrix3): Matrix3 => [
  e * i - f * h,
  c * h - b * i,
  b * f - c * e,
  f * g - d * i,
  a * i - c * g,
  c * d - a * f,
  d * h - e * g,
  b * g - a * h,
  a * e - b * d,
]
