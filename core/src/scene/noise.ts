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
const CELLS = 256
const TABLE = Float32Array.from({ length: CELLS * CELLS }, (_, i) =>
  hash01(i % CELLS, Math.floor(i / CELLS), 0),
)
const MASK = CELLS - 1

/** Smooth noise, 0…1 (Perlin 2002: the curve; values instead of slopes at the corners). */
export function noise(x: number, y: number, seed: number): number {
  const [ix, iy] = [Math.floor(x), Math.floor(y)]
  const [u, v] = [fade(x - ix), fade(y - iy)]
  // Each seed reads the table from another place.
  const left = (ix + seed * 57) & MASK
  const right = (left + 1) & MASK
  const top = ((iy + seed * 131) & MASK) * CELLS
  const bottom = (top + CELLS) % (CELLS * CELLS)
  const a = TABLE[top + left]!
  const b = TABLE[top + right]!
  const c = TABLE[bottom + left]!
  const d = TABLE[bottom + right]!
  return a + (b - a) * u + (c - a) * v + (a - b - c + d) * u * v
}

/**
 * Noise in octaves, 0…1, each half as strong as the one before. What is finer than a pixel fades out, so that far
 * floors do not glitter.
 *
 * @param footprint units of x and y that a pixel covers.
 */
export function octaves(
  x: number,
  y: number,
  seed: number,
  count: number,
  footprint: number,
): number {
  let [sum, weight, strength, scale] = [0, 0, 1, 1]
  for (let i = 0; i < count; i++) {
    const keeps = Math.min(1, Math.max(0, 1.5 - 2 * footprint * scale))
    if (keeps <= 0) break
    sum += strength * (0.5 + keeps * (noise(x * scale, y * scale, seed + i * 101) - 0.5))
    weight += strength
    strength *= 0.5
    scale *= 2
  }
  return weight === 0 ? 0.5 : sum / weight
}

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

export function cells(x: number, y: number, seed: number): NearestPoint {
  const [ix, iy] = [Math.floor(x), Math.floor(y)]
  let [near, next, id] = [81, 81, 0]
  for (let cy = iy - 1; cy <= iy + 1; cy++)
    for (let cx = ix - 1; cx <= ix + 1; cx++) {
      const row = ((cy + seed * 131) & MASK) * CELLS
      const across = TABLE[row + ((cx + seed * 57) & MASK)]!
      const down = TABLE[row + ((cx + seed * 57 + 91) & MASK)]!
      const [dx, dy] = [x - cx - across, y - cy - down]
      const apart = dx * dx + dy * dy
      if (apart < near) {
        next = near
        near = apart
        id = TABLE[row + ((cx + seed * 57 + 173) & MASK)]!
      } else if (apart < next) next = apart
    }
  return { near: Math.sqrt(near), next: Math.sqrt(next), id }
}
