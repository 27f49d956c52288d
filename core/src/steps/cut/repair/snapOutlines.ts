import { sharpEdges } from '../../../edges'
import { labOfLinear, type PlaneF32, type Size } from '../../../raster'
import type { Source } from '../../../source'
import { closedPath, flattened } from './outline'
import { fitCurves } from './fitCurves'
import type { Outline } from './repairs'
import type { Point } from '../../../strokes'

/** Longer side at which edges are looked for, in pixels. */
const SIDE_PX = 1600
/** How far from the path they are looked for, as a share of the longer side. */
const REACH = 0.007
/** Points along the path, and places across it, lie this far apart, in pixels. */
const ALONG_PX = 2
const ACROSS_PX = 0.5
/** From one point to the next the path moves by no more of these places. */
const MAX_MOVE = 3
/** A gradient (Lab a pixel) at which an edge counts half. */
const HALF_STRONG = 1.5
/** What of an edge that is not sharp counts beside what is: an outline out of focus. */
const SOFT_SHARE = 0.3
/** What a bend and a place off the path cost, in edges of full strength. */
const BEND_COST = 0.06
const OFF_COST = 0.15
/** The new path lies within this many pixels of what was found. */
const TOLERANCE_PX = 0.8

/**
 * Outlines moved to the strongest edges near them. Where there is none they stay; the nodes are set anew.
 *
 * Source: Amini, Weymouth & Jain 1990, Using dynamic programming for solving variational problems in
 * vision, over places across the path.
 */
export function snapOutlines(source: Source, outlines: readonly Outline[]): Outline[] {
  const picture = source.reduced(SIDE_PX)
  const { gradient, sharp } = sharpEdges(labOfLinear(picture))
  const strength = gradient
  for (let i = 0; i < strength.data.length; i++) {
    const edge = sharp.data[i]! + SOFT_SHARE * gradient.data[i]!
    strength.data[i] = edge / (edge + HALF_STRONG)
  }
  return outlines.map((outline) => snapped(outline, strength))
}

function snapped(outline: Outline, strength: PlaneF32): Outline {
  const points = evenly(flattened(outline, strength), ALONG_PX)
  // So short a line has no direction across it.
  if (points.length < 8) return outline
  const across = points.map((_, i) => normalAt(points, i))
  const offsets = eased(bestOffsets(points, across, strength))
  const line = points.map(([x, y], i): Point => [
    x + across[i]![0] * offsets[i]!,
    y + across[i]![1] * offsets[i]!,
  ])
  const found = closedPath(fitCurves(line, TOLERANCE_PX), shareOf(strength))
  return found.length >= 2 ? found : outline
}

const shareOf =
  ({ width, height }: Size) =>
  ([x, y]: Point): Point => [x / width, y / height]

/** Without the steps of the places: each is averaged with its neighbours. */
function eased(offsets: readonly number[]): number[] {
  const n = offsets.length
  return offsets.map(
    (offset, i) => (offset + offsets[(i + 1) % n]! / 2 + offsets[(i - 1 + n) % n]! / 2) / 2,
  )
}

/** For each point how far it moves across the path, in pixels. */
function bestOffsets(
  points: readonly Point[],
  across: readonly Point[],
  strength: PlaneF32,
): number[] {
  const reach = REACH * Math.max(strength.width, strength.height)
  const half = Math.round(reach / ACROSS_PX)
  const places = 2 * half + 1
  const count = points.length
  // The line is closed: it is gone round twice, and the middle of that has no beginning.
  const rounds = 2 * count
  const from = new Int16Array(rounds * places)
  let costs = new Float32Array(places)
  for (let k = 0; k < rounds; k++) {
    const [x, y] = points[k % count]!
    const [nx, ny] = across[k % count]!
    const next = new Float32Array(places)
    for (let j = 0; j < places; j++) {
      const off = (j - half) * ACROSS_PX
      let least = Infinity
      for (let m = Math.max(0, j - MAX_MOVE); m <= Math.min(places - 1, j + MAX_MOVE); m++) {
        const bend = (j - m) * ACROSS_PX
        const cost = (k === 0 ? 0 : costs[m]!) + BEND_COST * bend * bend
        if (cost < least) {
          least = cost
          from[k * places + j] = m
        }
      }
      const edge = valueAt(strength, x + nx * off, y + ny * off)
      next[j] = least - edge + OFF_COST * (off / reach) ** 2
    }
    costs = next
  }
  let j = costs.indexOf(Math.min(...costs))
  const all = new Float32Array(rounds)
  for (let k = rounds - 1; k >= 0; k--) {
    all[k] = (j - half) * ACROSS_PX
    j = from[k * places + j]!
  }
  const start = Math.floor(count / 2)
  return points.map((_, i) => all[start + ((i - start + count) % count)]!)
}

/** A closed line's points this far apart, about. */
function evenly(line: readonly Point[], apart: number): Point[] {
  const lengths = line.map((point, i) => distance(point, line[(i + 1) % line.length]!))
  const total = lengths.reduce((sum, length) => sum + length, 0)
  const count = Math.round(total / apart)
  const points: Point[] = []
  let passed = 0
  let i = 0
  for (let k = 0; k < count; k++) {
    const place = (k / count) * total
    while (i < line.length - 1 && passed + lengths[i]! < place) passed += lengths[i++]!
    const [a, b] = [line[i]!, line[(i + 1) % line.length]!]
    const length = lengths[i]!
    const t = length === 0 ? 0 : (place - passed) / length
    points.push([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t])
  }
  return points
}

/** The direction across a closed line at one of its points, of length 1. */
function normalAt(points: readonly Point[], i: number): Point {
  const n = points.length
  const [ax, ay] = points[(i - 2 + n) % n]!
  const [bx, by] = points[(i + 2) % n]!
  const length = Math.hypot(bx - ax, by - ay)
  return length === 0 ? [0, 0] : [(by - ay) / length, (ax - bx) / length]
}

/** Between the middles of pixels, straight; 0 outside. */
function valueAt({ width, height, data }: PlaneF32, x: number, y: number): number {
  const u = x - 0.5
  const v = y - 0.5
  const left = Math.floor(u)
  const top = Math.floor(v)
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return 0
  const i = top * width + left
  const s = u - left
  const t = v - top
  return (
    (1 - t) * ((1 - s) * data[i]! + s * data[i + 1]!) +
    t * ((1 - s) * data[i + width]! + s * data[i + width + 1]!)
  )
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
