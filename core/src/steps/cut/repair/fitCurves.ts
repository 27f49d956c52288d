import { pointOnCurve } from './outline'
import type { Point } from '../../../strokes'

/** Rounds in which places along a curve are moved to where the curve is nearest. */
const ROUNDS = 4
/** An outline turns by more than this (cosine of the angle) at a corner … */
const CORNER_COSINE = 0.55
/** … seen over this many points to both sides. */
const CORNER_SPAN = 5

export interface Curve {
  readonly from: Point
  readonly out: Point
  readonly in: Point
  readonly to: Point
}

/**
 * A closed line of many points as few cubic Bézier curves, none further from a point than `tolerance`.
 *
 * Source: Schneider 1990, An algorithm for automatically fitting digitized curves.
 */
export function fitCurves(line: readonly Point[], tolerance: number): Curve[] {
  const corners = cornersOf(line)
  const breaks = corners.length > 0 ? corners : [0]
  return breaks.flatMap((start, k) => {
    const end = breaks[(k + 1) % breaks.length]!
    const run = runBetween(line, start, end)
    const closed = corners.length === 0
    const first = closed
      ? tangentAt(line, start)
      : towards(run[0]!, run[Math.min(2, run.length - 1)]!)
    const last = closed
      ? scaled(first, -1)
      : towards(run.at(-1)!, run[Math.max(0, run.length - 3)]!)
    return fitRun(run, first, last, tolerance)
  })
}

function cornersOf(line: readonly Point[]): number[] {
  const n = line.length
  if (n < 4 * CORNER_SPAN) return []
  const sharpness = line.map((point, i) => {
    const a = towards(point, line[(i - CORNER_SPAN + n) % n]!)
    const b = towards(point, line[(i + CORNER_SPAN) % n]!)
    return a[0] * b[0] + a[1] * b[1]
  })
  const isPeak = (i: number): boolean => {
    for (let d = 1; d <= CORNER_SPAN; d++)
      if (sharpness[(i + d) % n]! > sharpness[i]! || sharpness[(i - d + n) % n]! >= sharpness[i]!)
        return false
    return true
  }
  return sharpness.flatMap((cosine, i) => (cosine > -CORNER_COSINE && isPeak(i) ? [i] : []))
}

function runBetween(line: readonly Point[], start: number, end: number): Point[] {
  const run: Point[] = [line[start]!]
  for (let i = (start + 1) % line.length; i !== end; i = (i + 1) % line.length) run.push(line[i]!)
  run.push(line[end]!)
  return run
}

function fitRun(points: readonly Point[], first: Point, last: Point, tolerance: number): Curve[] {
  if (points.length === 2) {
    const reach = distance(points[0]!, points[1]!) / 3
    return [
      {
        from: points[0]!,
        out: moved(points[0]!, first, reach),
        in: moved(points[1]!, last, reach),
        to: points[1]!,
      },
    ]
  }
  let places = chordPlaces(points)
  let worst = 0
  for (let round = 0; round <= ROUNDS; round++) {
    const curve = leastSquares(points, places, first, last)
    const off = farthestOff(points, places, curve)
    if (off.distance <= tolerance) return [curve]
    worst = off.index
    // So far off that moving places cannot help.
    if (off.distance > tolerance * 6) break
    places = places.map((t, i) => nearerPlace(curve, points[i]!, t))
  }
  const middle = Math.min(points.length - 2, Math.max(1, worst))
  const tangent = towards(points[middle + 1]!, points[middle - 1]!)
  return [
    ...fitRun(points.slice(0, middle + 1), first, tangent, tolerance),
    ...fitRun(points.slice(middle), scaled(tangent, -1), last, tolerance),
  ]
}

/** How far along the line each point lies, 0…1. */
function chordPlaces(points: readonly Point[]): number[] {
  const lengths = [0]
  for (let i = 1; i < points.length; i++)
    lengths.push(lengths[i - 1]! + distance(points[i - 1]!, points[i]!))
  const total = lengths.at(-1)!
  return lengths.map((length) => (total === 0 ? 0 : length / total))
}

/** The curve with these end tangents that is nearest to the points. */
function leastSquares(
  points: readonly Point[],
  places: readonly number[],
  first: Point,
  last: Point,
): Curve {
  const from = points[0]!
  const to = points.at(-1)!
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0]
  points.forEach((point, i) => {
    const t = places[i]!
    const s = 1 - t
    const b1 = 3 * s * s * t
    const b2 = 3 * s * t * t
    const a1 = scaled(first, b1)
    const a2 = scaled(last, b2)
    c00 += dot(a1, a1)
    c01 += dot(a1, a2)
    c11 += dot(a2, a2)
    const start = s * s * s + b1
    const end = b2 + t * t * t
    const rest: Point = [
      point[0] - from[0] * start - to[0] * end,
      point[1] - from[1] * start - to[1] * end,
    ]
    x0 += dot(a1, rest)
    x1 += dot(a2, rest)
  })
  const determinant = c00 * c11 - c01 * c01
  const chord = distance(from, to)
  let out = determinant === 0 ? 0 : (x0 * c11 - x1 * c01) / determinant
  let back = determinant === 0 ? 0 : (c00 * x1 - c01 * x0) / determinant
  // A handle that points backwards or hardly at all makes loops: Wu & Barsky's rule of thirds.
  if (out < 1e-3 * chord || back < 1e-3 * chord) out = back = chord / 3
  return { from, out: moved(from, first, out), in: moved(to, last, back), to }
}

function farthestOff(
  points: readonly Point[],
  places: readonly number[],
  curve: Curve,
): { readonly distance: number; readonly index: number } {
  let most = 0
  let index = 1
  points.forEach((point, i) => {
    const off = distance(point, onCurve(curve, places[i]!))
    if (off > most) [most, index] = [off, i]
  })
  return { distance: most, index }
}

/** One step of Newton's method towards the place where the curve is nearest to a point. */
function nearerPlace(curve: Curve, point: Point, t: number): number {
  const { from: a, out: b, in: c, to: d } = curve
  const s = 1 - t
  const slope = (k: 0 | 1): number =>
    3 * s * s * (b[k] - a[k]) + 6 * s * t * (c[k] - b[k]) + 3 * t * t * (d[k] - c[k])
  const bend = (k: 0 | 1): number =>
    6 * s * (c[k] - 2 * b[k] + a[k]) + 6 * t * (d[k] - 2 * c[k] + b[k])
  const at = onCurve(curve, t)
  const off: Point = [at[0] - point[0], at[1] - point[1]]
  const first: Point = [slope(0), slope(1)]
  const top = dot(off, first)
  const below = dot(first, first) + dot(off, [bend(0), bend(1)])
  return Math.abs(below) < 1e-9 ? t : Math.min(1, Math.max(0, t - top / below))
}

const onCurve = (curve: Curve, t: number): Point =>
  pointOnCurve(curve.from, curve.out, curve.in, curve.to, t)

function tangentAt(line: readonly Point[], i: number): Point {
  const n = line.length
  return towards(line[(i - 2 + n) % n]!, line[(i + 2) % n]!)
}

const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1]
const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
const scaled = ([x, y]: Point, by: number): Point => [x * by, y * by]
const moved = (from: Point, along: Point, by: number): Point => [
  from[0] + along[0] * by,
  from[1] + along[1] * by,
]

/** The direction from one point to another, of length 1. */
function towards(from: Point, to: Point): Point {
  const length = distance(from, to)
  return length === 0 ? [1, 0] : [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
}
