import { components, planeU8, squaredDistance, type PlaneU8 } from '@cloudbank/core/raster'
import type { Repair } from '@cloudbank/core/steps'
import type { Point } from '@cloudbank/core/strokes'

/** Half the width of a stroke, as a share of that of the region through which it goes. */
const BRUSH_SHARE = 0.6
/** A brush is not thinner than this, in pixels of the compared alpha. */
const THINNEST_PX = 1.5
/** Radius of the brush on the bench as it is at first, as a share of the longer side. */
const CLICK_RADIUS = 0.012
/** Points of a stroke lie this many pixels apart. */
const EVERY_PX = 6
/** Wrong pixels count from this depth on: an edge may lie two pixels off. */
const DEEP_PX = 1.5

/**
 * The stroke that someone would draw who sees the worst region of a cut: along its middle, as wide as fits,
 * keeping or dropping. Null where no region is thicker than an edge may lie off.
 */
export function strokeOnWorst(found: PlaneU8, truth: PlaneU8): Repair | null {
  const worst = worstOfAll(found, truth)
  if (!worst) return null
  const { points, radius } = middleOf(worst.mask)
  return strokeBy(worst.kind, points, radius / Math.max(truth.width, truth.height), truth)
}

/** The click that someone would make: in the middle of the worst region, with the brush as it is at first. */
export function clickOnWorst(found: PlaneU8, truth: PlaneU8): Repair | null {
  const worst = worstOfAll(found, truth)
  if (!worst) return null
  const depth = depthIn(worst.mask)
  const deepest = depth.reduce((best, value, i) => (value > depth[best]! ? i : best), 0)
  const at: Point = [(deepest % truth.width) + 0.5, Math.floor(deepest / truth.width) + 0.5]
  return strokeBy(worst.kind, [at], CLICK_RADIUS, truth)
}

const strokeBy = (
  kind: 'keep' | 'drop',
  points: readonly Point[],
  radius: number,
  { width, height }: PlaneU8,
): Repair => ({
  kind,
  turn: 0,
  hidden: false,
  points: points.map(([x, y]): Point => [x / width, y / height]),
  radius,
  hardness: 0.8,
})

function worstOfAll(
  found: PlaneU8,
  truth: PlaneU8,
): { readonly kind: 'keep' | 'drop'; readonly mask: PlaneU8 } | null {
  const lost = worstRegion(found, truth, true)
  const extra = worstRegion(found, truth, false)
  const worst = (lost?.area ?? 0) >= (extra?.area ?? 0) ? lost : extra
  return worst && { kind: worst === lost ? 'keep' : 'drop', mask: worst.mask }
}

function worstRegion(
  found: PlaneU8,
  truth: PlaneU8,
  lost: boolean,
): { readonly mask: PlaneU8; readonly area: number } | null {
  const wrong = planeU8(truth)
  const right = planeU8(truth)
  for (let i = 0; i < wrong.data.length; i++) {
    const f = found.data[i]! > 127
    const t = truth.data[i]! > 127
    wrong.data[i] = f !== t && t === lost ? 1 : 0
    right.data[i] = 1 - wrong.data[i]!
  }
  const depth = squaredDistance(right)
  const { labels, list } = components(wrong, true)
  const deep = list.map(() => false)
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && depth.data[i]! > DEEP_PX * DEEP_PX) deep[labels[i]! - 1] = true
  const [worst] = list.filter((_, k) => deep[k]).sort((a, b) => b.area - a.area)
  if (!worst) return null
  const mask = planeU8(
    truth,
    Uint8Array.from(labels, (label) => (label === worst.label ? 1 : 0)),
  )
  return { mask, area: worst.area }
}

/** How deep each pixel lies in a region, in pixels. */
function depthIn(mask: PlaneU8): Float32Array {
  const outside = planeU8(
    mask,
    mask.data.map((inside) => 1 - inside),
  )
  return squaredDistance(outside).data.map(Math.sqrt)
}

/** The longest way through a region that keeps to its middle, and how wide a brush fits along it. */
function middleOf(mask: PlaneU8): { readonly points: Point[]; readonly radius: number } {
  const depth = depthIn(mask)
  const deepest = depth.reduce((best, value, i) => (value > depth[best]! ? i : best), 0)
  const start = farthest(mask, depth, deepest).end
  const { end, before } = farthest(mask, depth, start)
  const way: number[] = []
  for (let i = end; i >= 0; i = before[i]!) way.push(i)
  const depths = way.map((i) => depth[i]!).sort((a, b) => a - b)
  const middle = depths[Math.floor(depths.length / 2)]!
  // A hand does not go to the very ends.
  const inner = way.filter((i) => depth[i]! >= middle * 0.6)
  const { width } = mask
  const points = inner
    .filter((_, k) => k % EVERY_PX === 0)
    .map((i): Point => [(i % width) + 0.5, Math.floor(i / width) + 0.5])
  return { points, radius: Math.max(THINNEST_PX, BRUSH_SHARE * middle) }
}

/**
 * The pixel of a region that is farthest from one of it, by ways that keep to the middle, and for each pixel
 * the one before it on its way.
 *
 * Source: Dijkstra 1959, A note on two problems in connexion with graphs, with buckets.
 */
function farthest(
  { width, height, data }: PlaneU8,
  depth: Float32Array,
  start: number,
): { readonly end: number; readonly before: Int32Array } {
  const before = new Int32Array(width * height).fill(-1)
  const cost = new Float64Array(width * height).fill(Infinity)
  const buckets: number[][] = [[start]]
  cost[start] = 0
  let end = start
  for (let at = 0; at < buckets.length; at++)
    for (const i of buckets[at] ?? []) {
      if (Math.floor(cost[i]!) < at) continue
      if (cost[i]! > cost[end]!) end = i
      const x = i % width
      const y = Math.floor(i / width)
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const j = i + dy * width + dx
          const inside = x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height
          if (!inside || !data[j]) continue
          const way = cost[i]! + Math.hypot(dx, dy) * (1 + 20 / (depth[j]! * depth[j]!))
          if (way >= cost[j]!) continue
          cost[j] = way
          before[j] = i
          ;(buckets[Math.floor(way)] ??= []).push(j)
        }
    }
  return { end, before }
}
