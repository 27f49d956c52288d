import type { Alpha } from '../../matte'
import { fractionsOf, type Box01, type PlaneU8, type PxBox } from '../../raster'

/** Alpha, 0…255, of a pixel that is half product. */
const HALF = 127.5

/**
 * The box of a product, in pixels of its alpha: on each side the place where alpha passes ½, to a part of
 * a pixel, so that a box read at a coarse scale serves a fine one. Null where alpha stays below ½.
 *
 * The strongest alpha of each column (and row) is taken for the profile of the side, and ½ is found on
 * the straight line between the middles of the two pixels about it.
 */
export function boxOfAlpha({ width, height, data }: PlaneU8): PxBox | null {
  const columns = new Uint8Array(width)
  const rows = new Uint8Array(height)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const alpha = data[i]!
      if (alpha > columns[x]!) columns[x] = alpha
      if (alpha > rows[y]!) rows[y] = alpha
    }
  const across = extentOf(columns)
  const down = extentOf(rows)
  return across && down
    ? { x: across[0], y: down[0], width: across[1] - across[0], height: down[1] - down[0] }
    : null
}

/** The same box of a level of a matte, as fractions of the photograph. */
export function productBox({ plane, area }: Alpha): Box01 | null {
  const inPlane = boxOfAlpha(plane)
  if (!inPlane) return null
  const { x, y, width, height } = fractionsOf(inPlane, plane)
  return {
    x: area.x + x * area.width,
    y: area.y + y * area.height,
    width: width * area.width,
    height: height * area.height,
  }
}

/** Where a profile first rises past ½ and last falls below it; beyond its ends it is 0. */
function extentOf(profile: Uint8Array): readonly [start: number, end: number] | null {
  const first = profile.findIndex((alpha) => alpha > HALF)
  if (first < 0) return null
  const last = profile.findLastIndex((alpha) => alpha > HALF)
  const passed = (outer: number | undefined, inner: number): number =>
    (HALF - (outer ?? 0)) / (inner - (outer ?? 0))
  const start = first - 0.5 + passed(profile[first - 1], profile[first]!)
  const end = last + 1.5 - passed(profile[last + 1], profile[last]!)
  return [Math.max(0, start), Math.min(profile.length, end)]
}
