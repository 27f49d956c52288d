import { planeU8, type PlaneU8 } from '../../raster'

/** The upper left pixel of a square; it may lie beyond the border. */
export interface Square {
  readonly x: number
  readonly y: number
}

/** Squares of one size that begin at multiples of a step, plus an offset. */
export interface SquareGrid {
  readonly sidePx: number
  readonly stepPx: number
  readonly offsetPx: number
}

/**
 * Squares that together hold every pixel that is 1: few, though not the fewest. From the top, each begins at the
 * row of the first pixel that none holds yet, and lies where it holds most of what is left. They may overlap.
 */
export function squaresOver(marked: PlaneU8, grid: SquareGrid): Square[] {
  const { width, height } = marked
  const left = planeU8(marked, marked.data.slice())
  const squares: Square[] = []
  for (let i = left.data.indexOf(1); i >= 0; i = left.data.indexOf(1, i)) {
    const y = before(Math.floor(i / width), grid)
    const square = { x: fullestColumn(left, i % width, y, grid), y }
    squares.push(square)
    const from = Math.max(0, square.x)
    const to = Math.min(width, square.x + grid.sidePx)
    for (let row = Math.max(0, y); row < Math.min(height, y + grid.sidePx); row++)
      left.data.fill(0, row * width + from, row * width + to)
  }
  return squares
}

/** Where a square that begins at y and holds column x holds most of what is left. */
function fullestColumn(left: PlaneU8, x: number, y: number, grid: SquareGrid): number {
  const { sidePx, stepPx } = grid
  const first = before(x - sidePx, grid) + stepPx
  const held = columnSums(left, first, x + sidePx, y, y + sidePx)
  let fullest = first
  let most = 0
  for (let at = first; at <= x; at += stepPx) {
    const holds = sum(held.subarray(at - first, at - first + sidePx))
    if (holds <= most) continue
    most = holds
    fullest = at
  }
  return fullest
}

/** How many pixels are left in each column of a window; beyond the border there are none. */
function columnSums(
  { width, height, data }: PlaneU8,
  left: number,
  right: number,
  top: number,
  bottom: number,
): Uint16Array {
  const sums = new Uint16Array(right - left)
  for (let y = Math.max(0, top); y < Math.min(height, bottom); y++)
    for (let x = Math.max(0, left); x < Math.min(width, right); x++)
      sums[x - left]! += data[y * width + x]!
  return sums
}

/** The last place of the grid that is not beyond one. */
const before = (at: number, { stepPx, offsetPx }: SquareGrid): number =>
  Math.floor((at - offsetPx) / stepPx) * stepPx + offsetPx

const sum = (values: Uint16Array): number => values.reduce((total, value) => total + value, 0)
