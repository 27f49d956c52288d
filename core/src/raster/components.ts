import type { PlaneU8, Size } from './raster'

/** One connected piece of a mask: its label, its size in pixels, and its bounding box. */
export interface Component {
  readonly label: number
  readonly area: number
  readonly x0: number
  readonly y0: number
  /** Exclusive. */
  readonly x1: number
  /** Exclusive. */
  readonly y1: number
  readonly touchesBorder: boolean
}

export interface Components {
  /** For each pixel its piece's label, from 1; 0 outside the mask. */
  readonly labels: Int32Array
  readonly list: readonly Component[]
}

/**
 * Connected pieces (through edges; also through corners when `diagonal`) of the pixels for which
 * `inside` is not zero. Pieces come in the order in which a scan by rows meets them.
 */
export function components(inside: PlaneU8, diagonal = false): Components {
  const runs = runsOf(inside)
  const roots = joined(runs, diagonal ? 1 : 0)
  const labels = new Int32Array(inside.width * inside.height)
  const list: Growing[] = []
  const labelOf = new Int32Array(runs.length)
  for (let k = 0; k < runs.length; k++) {
    const { y, x0, x1 } = runs[k]!
    const root = rootOf(roots, k)
    // A piece's root is its first run.
    if (root === k) {
      list.push({ label: list.length + 1, area: 0, x0, y0: y, x1, y1: y + 1 })
      labelOf[k] = list.length
    }
    const label = labelOf[root]!
    const piece = list[label - 1]!
    piece.area += x1 - x0
    piece.x0 = Math.min(piece.x0, x0)
    piece.x1 = Math.max(piece.x1, x1)
    piece.y1 = y + 1
    labels.fill(label, y * inside.width + x0, y * inside.width + x1)
  }
  return {
    labels,
    list: list.map((piece) => ({ ...piece, touchesBorder: touchesBorder(piece, inside) })),
  }
}

type Growing = { -readonly [Key in keyof Omit<Component, 'touchesBorder'>]: Component[Key] }

const touchesBorder = ({ x0, y0, x1, y1 }: Growing, { width, height }: Size): boolean =>
  x0 === 0 || y0 === 0 || x1 === width || y1 === height

/** Pixels of the mask side by side in a row. */
interface Run {
  readonly y: number
  readonly x0: number
  /** Exclusive. */
  readonly x1: number
}

/** All of them, by rows. */
function runsOf({ width, height, data }: PlaneU8): Run[] {
  const runs: Run[] = []
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 0; x < width; x++) {
      if (!data[row + x]) continue
      const x0 = x
      while (x < width && data[row + x]) x++
      runs.push({ y, x0, x1: x })
    }
  }
  return runs
}

/**
 * The tree of each run: those that touch one of the row above belong to one piece.
 *
 * @param slack 1 where runs that meet at a corner touch, else 0.
 * Source: Rosenfeld & Pfaltz 1966, Sequential operations in digital picture processing.
 */
function joined(runs: readonly Run[], slack: 0 | 1): Int32Array {
  const roots = Int32Array.from(runs, (_, k) => k)
  let above = 0
  for (let k = 0; k < runs.length; k++) {
    const { y, x0, x1 } = runs[k]!
    while (runs[above]!.y < y - 1) above++
    while (runs[above]!.y === y - 1 && runs[above]!.x1 + slack <= x0) above++
    for (let j = above; runs[j]!.y === y - 1 && runs[j]!.x0 < x1 + slack; j++) join(roots, j, k)
  }
  return roots
}

/** Two trees become one, under the earlier root. */
function join(roots: Int32Array, one: number, other: number): void {
  const a = rootOf(roots, one)
  const b = rootOf(roots, other)
  roots[Math.max(a, b)] = Math.min(a, b)
}

function rootOf(roots: Int32Array, at: number): number {
  let root = at
  while (roots[root] !== root) root = roots[root]!
  while (roots[at] !== root) {
    const next = roots[at]!
    roots[at] = root
    at = next
  }
  return root
}

/** The bounding box of all pixels above `threshold`, in pixels, or null when there are none. */
export function boxAbove(
  plane: Size & { readonly data: ArrayLike<number> },
  threshold: number,
): { x: number; y: number; width: number; height: number } | null {
  const { width, height, data } = plane
  let x0 = width
  let x1 = -1
  let y0 = height
  let y1 = -1
  for (let y = 0; y < height; y++)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if (data[i]! > threshold) {
        if (x < x0) x0 = x
        if (x > x1) x1 = x
        if (y < y0) y0 = y
        y1 = y
      }
  return x1 < 0 ? null : { x: x0, y: y0, width: x1 - x0 + 1, height: y1 - y0 + 1 }
}
