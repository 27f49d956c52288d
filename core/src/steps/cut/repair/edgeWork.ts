import {
  components,
  gaussianBlur,
  planeF32,
  planeU8,
  squaredDistance,
  type PlaneF32,
  type PlaneU8,
} from '../../../raster'

/** What is done to an edge; lengths in pixels of the plane. */
export interface EdgeWork {
  /** Outwards; inwards where negative. */
  readonly shiftPx: number
  /** Width, as the σ of a blur. */
  readonly softenPx: number
  /** How much steeper alpha passes ½, from 1. */
  readonly steepness: number
}

/** Alpha, 0…1, with its edge moved, softened and steepened. The plane given is not changed. */
export function workedEdge(alpha: PlaneF32, { shiftPx, softenPx, steepness }: EdgeWork): PlaneF32 {
  const moved = shiftPx === 0 ? alpha : shifted(alpha, shiftPx)
  const soft = softenPx === 0 ? moved : gaussianBlur(moved, softenPx, planeF32(alpha))
  if (steepness === 1) return soft
  return planeF32(
    alpha,
    soft.data.map((a) => Math.min(1, Math.max(0, (a - 0.5) * steepness + 0.5))),
  )
}

/**
 * Alpha moved along the normals of its ½ line: each pixel takes what lies as far towards the inside, so that
 * the profile of the edge stays as it is.
 */
function shifted(alpha: PlaneF32, shiftPx: number): PlaneF32 {
  const { width, height } = alpha
  const depth = depthOf(alpha)
  const result = planeF32(alpha, alpha.data.slice())
  const reach = Math.abs(shiftPx) + 6
  const at = (plane: PlaneF32, x: number, y: number): number => {
    const cx = Math.min(width - 1, Math.max(0, x))
    const cy = Math.min(height - 1, Math.max(0, y))
    const x0 = Math.floor(cx)
    const y0 = Math.floor(cy)
    const x1 = Math.min(width - 1, x0 + 1)
    const y1 = Math.min(height - 1, y0 + 1)
    const [fx, fy] = [cx - x0, cy - y0]
    const { data } = plane
    return (
      (data[y0 * width + x0]! * (1 - fx) + data[y0 * width + x1]! * fx) * (1 - fy) +
      (data[y1 * width + x0]! * (1 - fx) + data[y1 * width + x1]! * fx) * fy
    )
  }
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (Math.abs(depth.data[i]!) > reach) continue
      const dx = at(depth, x + 1, y) - at(depth, x - 1, y)
      const dy = at(depth, x, y + 1) - at(depth, x, y - 1)
      const length = Math.hypot(dx, dy)
      if (length < 1e-3) continue
      result.data[i] = at(alpha, x + (shiftPx * dx) / length, y + (shiftPx * dy) / length)
    }
  return result
}

/** Distance from the ½ line in pixels: positive inside. Smoothed, so that normals do not jump. */
function depthOf(alpha: PlaneF32): PlaneF32 {
  const inside = planeU8(
    alpha,
    Uint8Array.from(alpha.data, (a) => (a > 0.5 ? 1 : 0)),
  )
  const outside = planeU8(
    alpha,
    inside.data.map((value) => 1 - value),
  )
  const toInside = squaredDistance(inside)
  const toOutside = squaredDistance(outside)
  const depth = planeF32(alpha)
  for (let i = 0; i < depth.data.length; i++)
    depth.data[i] = Math.sqrt(toOutside.data[i]!) - Math.sqrt(toInside.data[i]!)
  return gaussianBlur(depth, 1.5, planeF32(alpha))
}

/** Empties, in place, pieces of alpha with fewer pixels than this. */
export function dropSpecks(alpha: PlaneU8, leastPx: number): void {
  const any = planeU8(
    alpha,
    alpha.data.map((a) => (a > 0 ? 1 : 0)),
  )
  const { labels, list } = components(any, true)
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && list[labels[i]! - 1]!.area < leastPx) alpha.data[i] = 0
}
