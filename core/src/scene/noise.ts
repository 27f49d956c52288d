import { fixedTable, kernels } from '../kernels'

/** A number 0…1 of a place of a grid, the same every time (Jenkins, 2007: one-at-a-time, shortened). */
export function hash01(x: number, y: number, seed: number): number {
  let h =
    (Math.imul(x | 0, 0x27d4eb2d) ^
      Math.imul(y | 0, 0x165667b1) ^
      Math.imul(seed | 0, 0x9e3779b1)) |
    0
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39)
  return ((h ^ (h >>> 15)) >>> 0) / 0x100000000
}

const fade = (t: number): number => t * t * t * (t * (t * 6 - 15) + 10)

/** Sides of the table of noise, in cells: it repeats after so many, which nobody sees of noise. */
const BITS = 8
const CELLS = 1 << BITS
const TABLE = Float32Array.from({ length: CELLS * CELLS }, (_, i) =>
  hash01(i % CELLS, Math.floor(i / CELLS), 0),
)
const MASK = CELLS - 1
/** The same for the kernel: each row ends in its first value again. */
const PADDED = fixedTable(
  Float32Array.from(
    { length: CELLS * (CELLS + 1) },
    (_, i) => TABLE[Math.floor(i / (CELLS + 1)) * CELLS + ((i % (CELLS + 1)) & MASK)]!,
  ),
)

/** Smooth noise, 0…1 (Perlin 2002: the curve; values instead of slopes at the corners). */
export function noise(x: number, y: number, seed: number): number {
  // In whole numbers of 32 bits throughout: with a plain product of the seed it takes three times as long.
  const [ix, iy] = [Math.floor(x), Math.floor(y)]
  const [u, v] = [fade(x - ix), fade(y - iy)]
  // Each seed reads the table from another place.
  const left = ((ix | 0) + Math.imul(seed, 57)) & MASK
  const right = (left + 1) & MASK
  const row = (iy | 0) + Math.imul(seed, 131)
  const top = (row & MASK) << BITS
  const bottom = ((row + 1) & MASK) << BITS
  const a = TABLE[top | left]!
  const b = TABLE[top | right]!
  const c = TABLE[bottom | left]!
  const d = TABLE[bottom | right]!
  return a + (b - a) * u + (c - a) * v + (a - b - c + d) * u * v
}

/**
 * Noise in octaves, 0…1, each half as strong as the one before. What is finer than a pixel fades out, so that far
 * floors do not glitter.
 *
 * @param footprint units of x and y that a pixel covers.
 */
export const octaves = (
  x: number,
  y: number,
  seed: number,
  count: number,
  footprint: number,
): number => kernels.octaves(x, y, seed, count, footprint, PADDED)

/** The point of one cell of a grid, and a number 0…1 of its own. */
export function pointOf(
  cx: number,
  cy: number,
  seed: number,
): { readonly x: number; readonly y: number; readonly id: number } {
  const row = ((cy + seed * 131) & MASK) * CELLS
  const at = cx + seed * 57
  return {
    x: cx + TABLE[row + (at & MASK)]!,
    y: cy + TABLE[row + ((at + 91) & MASK)]!,
    id: TABLE[row + ((at + 173) & MASK)]!,
  }
}

/** The nearest of the points that lie one in each cell of a grid. */
export interface NearestPoint {
  /** How far it is, and the next one. */
  readonly near: number
  readonly next: number
  /** 0…1, the point's own. */
  readonly id: number
}

/** Cells about the one that a place is in, that one first. */
const ABOUT = [0, -1, 1] as const

export function cells(x: number, y: number, seed: number): NearestPoint {
  const [ix, iy] = [Math.floor(x), Math.floor(y)]
  const column = (ix | 0) + Math.imul(seed, 57)
  const line = (iy | 0) + Math.imul(seed, 131)
  let [near, next, id] = [81, 81, 0]
  for (const down of ABOUT) {
    if (leastApart(y - iy, down) >= next) continue
    const row = ((line + down) & MASK) << BITS
    for (const across of ABOUT) {
      if (leastApart(x - ix, across) >= next) continue
      const at = column + across
      const dx = x - ix - across - TABLE[row | (at & MASK)]!
      const dy = y - iy - down - TABLE[row | ((at + 91) & MASK)]!
      const apart = dx * dx + dy * dy
      if (apart < near) {
        next = near
        near = apart
        id = TABLE[row | ((at + 173) & MASK)]!
      } else if (apart < next) next = apart
    }
  }
  return { near: Math.sqrt(near), next: Math.sqrt(next), id }
}

/** The square of how near a place in a cell can come to one in the cell beside it. */
function leastApart(within: number, beside: -1 | 0 | 1): number {
  if (beside === 0) return 0
  return beside < 0 ? within * within : (1 - within) * (1 - within)
}
