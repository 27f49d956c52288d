import type { PxBox } from '../raster'
import { joined, withPatches, type Patch, type Source } from '../source'
import { KNOWN, mendHole, MISSING, UNKNOWN, type Hole } from './mendHole'

/** A hole is rebuilt at once if it is no larger than this; else piece by piece, from its rim inwards. */
const CELL_PX = 32
/** Pieces of a larger hole stay apart: one picture of all of it would take more memory than they do. */
const MAX_JOINED_PX = 1e6

interface Cell {
  readonly box: PxBox
  /** Pixels that are missing in it. */
  readonly missing: number
}

/**
 * Rebuilds a hole of any size: each piece is taken from beside it, where the surface is like it, and goes by the pieces
 * that were rebuilt before it.
 *
 * @param of.cellPx side of the pieces, in pixels of the photograph; larger where the photograph is seen larger.
 * @param of.grain how much of the surface's grain is rebuilt rather than what is most likely, 0…1.
 */
export function mendInCells(
  source: Source,
  hole: Hole,
  marginPx: number,
  dirt: readonly PxBox[],
  { cellPx = CELL_PX, grain = 1 }: { cellPx?: number; grain?: number } = {},
): Patch[] {
  const { window, mask } = hole
  if (Math.max(window.width, window.height) <= 2 * cellPx)
    return [mendHole(source, hole, marginPx, dirt, grain)]
  const left = new Set(cellsOf(hole, cellPx))
  const now = mask.slice()
  const patches: Patch[] = []
  while (left.size > 0) {
    const cell = easiestOf([...left], now, window)
    left.delete(cell)
    const part = partOf({ window, mask: now }, cell.box, marginPx)
    const others = [...left].map(({ box }) => box)
    const known = withPatches(source, patches)
    patches.push(mendHole(known, part, marginPx, [...dirt, ...others], grain))
    eachIn(cell.box, window, (i) => (now[i] = now[i] === MISSING ? KNOWN : now[i]!))
  }
  return window.width * window.height <= MAX_JOINED_PX ? [joined(window, patches)] : patches
}

/** The parts of a grid in which something is missing, in pixels of the photograph. */
function cellsOf({ window, mask }: Hole, cellPx: number): Cell[] {
  const cells: Cell[] = []
  for (let y = 0; y < window.height; y += cellPx)
    for (let x = 0; x < window.width; x += cellPx) {
      const grid = {
        x: window.x + x,
        y: window.y + y,
        width: Math.min(cellPx, window.width - x),
        height: Math.min(cellPx, window.height - y),
      }
      const [box, missing] = tight(grid, window, mask)
      if (box) cells.push({ box, missing })
    }
  return cells
}

/** The smallest box within a part that holds what is missing there. */
function tight(part: PxBox, window: PxBox, mask: Uint8Array): [PxBox | null, number] {
  let [x0, y0, x1, y1, missing] = [Infinity, Infinity, -1, -1, 0]
  eachIn(part, window, (i, x, y) => {
    if (mask[i] !== MISSING) return
    missing++
    x0 = Math.min(x0, x)
    y0 = Math.min(y0, y)
    x1 = Math.max(x1, x)
    y1 = Math.max(y1, y)
  })
  return [missing > 0 ? { x: x0, y: y0, width: x1 - x0 + 1, height: y1 - y0 + 1 } : null, missing]
}

/** The piece that has most that is known about it. */
function easiestOf(cells: readonly Cell[], mask: Uint8Array, window: PxBox): Cell {
  let best = { cell: cells[0]!, known: -1 }
  for (const cell of cells) {
    const { x, y, width, height } = cell.box
    let [known, all] = [0, 0]
    const rim = { x: x - 2, y: y - 2, width: width + 4, height: height + 4 }
    eachIn(rim, window, (i) => {
      all++
      if (mask[i] === KNOWN) known++
    })
    if (known / all > best.known) best = { cell, known: known / all }
  }
  return best.cell
}

/** One piece with a border of so many pixels; what is missing beyond the piece is not gone by. */
function partOf({ window, mask }: Hole, box: PxBox, marginPx: number): Hole {
  const part = {
    x: box.x - marginPx,
    y: box.y - marginPx,
    width: box.width + 2 * marginPx,
    height: box.height + 2 * marginPx,
  }
  const made = new Uint8Array(part.width * part.height)
  eachIn(part, window, (i, x, y) => {
    const isOwn = x >= box.x && x < box.x + box.width && y >= box.y && y < box.y + box.height
    const as = mask[i] === MISSING && !isOwn ? UNKNOWN : mask[i]!
    made[(y - part.y) * part.width + x - part.x] = as
  })
  return { window: part, mask: made }
}

/** Calls back for each pixel of a part that lies in a window: its place in that, and in the photograph. */
function eachIn(part: PxBox, window: PxBox, each: (i: number, x: number, y: number) => void): void {
  const right = Math.min(part.x + part.width, window.x + window.width)
  const bottom = Math.min(part.y + part.height, window.y + window.height)
  for (let y = Math.max(part.y, window.y); y < bottom; y++)
    for (let x = Math.max(part.x, window.x); x < right; x++)
      each((y - window.y) * window.width + x - window.x, x, y)
}
