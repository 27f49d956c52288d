import type { CutMatte } from '../../matte'
import { pixelsOf, planeF32, resamplePlane, LINEAR, type Size } from '../../raster'

/** Longer side at which the outline is looked at, in pixels. */
const SIDE_PX = 160
/** Leans up to this are looked for, in degrees. */
const MOST_DEG = 12
const STEP_DEG = 0.25
/** A row off the axis by more than this share of its width is a handle or a spout, and counts no more. */
const MOST_OFF = 0.12
/** The mean of that share from which nothing is symmetrical enough to say. */
const SYMMETRICAL = 0.05
/** By how much the mean must be worse a few degrees away, or the outline is too round to say. */
const DISTINCT = 0.006
const AWAY_DEG = 5

/**
 * By how much a product leans clockwise, in degrees, read off its outline: the turn after which the middles of
 * its rows lie best on one upright line. A side that sticks out, such as a handle, has little say. Null where
 * the outline is not symmetrical, or so round that it has no uprights.
 *
 * @param photograph upright sides, in pixels.
 */
export function leanOf({ alphas: [alpha] }: CutMatte, photograph: Size): number | null {
  const { width, height } = pixelsOf(alpha.area, photograph)
  const scale = SIDE_PX / Math.max(width, height)
  const size = {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  }
  const whole = { x: 0, y: 0, width: alpha.plane.width, height: alpha.plane.height }
  const plane = resamplePlane(alpha.plane, whole, planeF32(size), LINEAR)
  const points: [x: number, y: number][] = []
  for (let y = 0, i = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, i++)
      if (plane.data[i]! >= 0.5) points.push([x - size.width / 2, y - size.height / 2])
  if (points.length < SIDE_PX) return null
  const steps = Math.round(MOST_DEG / STEP_DEG)
  const offs = Array.from({ length: 2 * steps + 1 }, (_, k) =>
    meanOff(points, (k - steps) * STEP_DEG),
  )
  const best = offs.indexOf(Math.min(...offs))
  const off = offs[best]!
  if (off > SYMMETRICAL || best === 0 || best === offs.length - 1) return null
  const away = Math.round(AWAY_DEG / STEP_DEG)
  const beside = [offs[best - away], offs[best + away]].filter((value) => value !== undefined)
  if (Math.min(...beside) - off < DISTINCT) return null
  return (best - steps + vertexOf(offs[best - 1]!, off, offs[best + 1]!)) * STEP_DEG
}

/** How far the middles of rows lie from one line, as a share of their widths, once a lean is taken back. */
function meanOff(points: readonly (readonly [number, number])[], leanDeg: number): number {
  const cos = Math.cos((-leanDeg * Math.PI) / 180)
  const sin = Math.sin((-leanDeg * Math.PI) / 180)
  const rows = new Map<number, { from: number; to: number }>()
  for (const [x, y] of points) {
    const across = x * cos - y * sin
    const row = Math.round(x * sin + y * cos)
    const known = rows.get(row)
    if (!known) rows.set(row, { from: across, to: across })
    else {
      known.from = Math.min(known.from, across)
      known.to = Math.max(known.to, across)
    }
  }
  const lines = [...rows.values()].map(({ from, to }) => ({
    middle: (from + to) / 2,
    width: to - from + 1,
  }))
  const axis = weightedMedian(lines)
  let [sum, weight] = [0, 0]
  for (const { middle, width } of lines) {
    sum += width * Math.min(MOST_OFF, Math.abs(middle - axis) / width)
    weight += width
  }
  return sum / weight
}

function weightedMedian(lines: readonly { middle: number; width: number }[]): number {
  const sorted = [...lines].sort((a, b) => a.middle - b.middle)
  let left = sorted.reduce((sum, { width }) => sum + width, 0) / 2
  for (const { middle, width } of sorted) {
    left -= width
    if (left <= 0) return middle
  }
  return 0
}

/** Where a parabola through three neighbours is lowest, from the middle one, in steps. */
function vertexOf(before: number, at: number, after: number): number {
  const bend = before - 2 * at + after
  return bend <= 0 ? 0 : (before - after) / (2 * bend)
}
