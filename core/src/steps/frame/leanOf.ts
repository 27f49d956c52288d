import { defineFact } from '../../facts'
import type { CutMatte } from '../../matte'
import { pixelsOf, planeF32, resamplePlane, LINEAR, type PlaneF32, type Size } from '../../raster'

/** Longer side at which the shape is looked at, in pixels. */
const SIDE_PX = 128
/** Leans up to this are looked for, in degrees and in these steps. */
const MAX_DEG = 12
const STEP_DEG = 1
/** The share falls alike to both sides of the lean: how far it has fallen this far away says where that is. */
const FLANKS_DEG = [2, 3, 4, 5]
/** The line is looked for this near to the centre of weight, as a share of the side. */
const AXIS_REACH = 0.12
/** Share of the shape that must have its mirror image, or nothing is symmetrical enough to say. */
const SYMMETRICAL = 0.8
/** By how much that share must fall a few degrees away, or the shape is too round to say. */
const DISTINCT = 0.012
const AWAY_DEG = 5

/** By how much the product leans clockwise, in degrees; null where that was not asked, or is not to be said. */
export const LEAN = defineFact<number | null>('lean', null)

/**
 * By how much a product leans clockwise, in degrees, read off its shape: the turn after which most of it has
 * its mirror image across one upright line. What sticks out on one side, such as a handle, has little say.
 * Null where the shape is not symmetrical, or so round that it has no uprights.
 *
 * @param photograph upright sides, in pixels.
 */
export function leanOf({ alphas: [alpha] }: CutMatte, photograph: Size): number | null {
  const shape = shapeOf(alpha, photograph)
  const known = new Map<number, number>()
  const share = (leanDeg: number): number => {
    const found = known.get(leanDeg) ?? mirroredShare(shape, leanDeg)
    known.set(leanDeg, found)
    return found
  }
  let best = -MAX_DEG
  for (let lean = best; lean <= MAX_DEG; lean += STEP_DEG)
    if (share(lean) > share(best)) best = lean
  if (share(best) < SYMMETRICAL || Math.abs(best) >= MAX_DEG) return null
  const beside = Math.max(share(best - AWAY_DEG), share(best + AWAY_DEG))
  if (share(best) - beside < DISTINCT) return null
  const shifts = FLANKS_DEG.map((away) => {
    const [before, after] = [share(best - away), share(best + away)]
    const fall = share(best) - Math.min(before, after)
    return fall <= 0 ? 0 : (away * (after - before)) / (2 * fall)
  })
  return best + shifts.reduce((sum, shift) => sum + shift, 0) / shifts.length
}

/** The shape at a small size, in a square that holds it whichever way it is turned. */
function shapeOf({ area, plane }: CutMatte['alphas'][0], photograph: Size): PlaneF32 {
  const { width, height } = pixelsOf(area, photograph)
  const scale = SIDE_PX / Math.max(width, height)
  const whole = { x: 0, y: 0, width: plane.width, height: plane.height }
  const size = {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  }
  const small = resamplePlane(plane, whole, planeF32(size), LINEAR)
  const side = Math.ceil(Math.hypot(size.width, size.height))
  const shape = planeF32({ width: side, height: side })
  const left = (side - size.width) >> 1
  const top = (side - size.height) >> 1
  for (let y = 0; y < size.height; y++)
    shape.data.set(
      small.data.subarray(y * size.width, (y + 1) * size.width),
      (y + top) * side + left,
    )
  return shape
}

/** The share of a shape that has its mirror image across the best upright line, once a lean is taken back. */
function mirroredShare({ width: side, data }: PlaneF32, leanDeg: number): number {
  const cos = Math.cos((leanDeg * Math.PI) / 180)
  const sin = Math.sin((leanDeg * Math.PI) / 180)
  const middle = side / 2
  const rows: number[][] = []
  let [count, sum] = [0, 0]
  for (let y = 0; y < side; y++) {
    const row: number[] = []
    for (let x = 0; x < side; x++) {
      const [dx, dy] = [x + 0.5 - middle, y + 0.5 - middle]
      const fromX = Math.floor(middle + dx * cos - dy * sin)
      const fromY = Math.floor(middle + dx * sin + dy * cos)
      if (fromX < 0 || fromY < 0 || fromX >= side || fromY >= side) continue
      if (data[fromY * side + fromX]! < 0.5) continue
      row.push(x)
      count++
      sum += x
    }
    rows.push(row)
  }
  if (count === 0) return 0
  const twiceCentre = Math.round((2 * sum) / count)
  const reach = Math.round(2 * AXIS_REACH * SIDE_PX)
  let most = 0
  const isThere = new Uint8Array(side)
  for (let twice = twiceCentre - reach; twice <= twiceCentre + reach; twice++) {
    let mirrored = 0
    for (const row of rows) {
      for (const x of row) isThere[x] = 1
      for (const x of row) mirrored += isThere[twice - x] ?? 0
      for (const x of row) isThere[x] = 0
    }
    most = Math.max(most, mirrored)
  }
  return most / count
}
