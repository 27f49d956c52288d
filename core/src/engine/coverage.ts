import type { LinearRgba, PlaneF32, PxBox, Size } from '../raster'

/** A share of a pixel this close to nothing or all is nothing or all. */
const SNAP = 0.004

/** How much of each column and row of a window lies on the photograph, 0…1. */
export interface Coverage {
  readonly columns: Float32Array
  readonly rows: Float32Array
  /** Whether the window lies on the photograph entirely. */
  readonly full: boolean
}

export function coverageOf(window: PxBox, photograph: Size, size: Size): Coverage {
  const columns = coverageAlong(window.x, window.width, photograph.width, size.width)
  const rows = coverageAlong(window.y, window.height, photograph.height, size.height)
  const full = columns.every((share) => share === 1) && rows.every((share) => share === 1)
  return { columns, rows, full }
}

function coverageAlong(start: number, length: number, limit: number, pixels: number): Float32Array {
  const scale = length / pixels
  return Float32Array.from({ length: pixels }, (_, i) => {
    const from = start + i * scale
    const share = (Math.min(from + scale, limit) - Math.max(from, 0)) / scale
    return share < SNAP ? 0 : share > 1 - SNAP ? 1 : share
  })
}

/** Makes transparent, in place, what does not lie on the photograph. */
export function clearBeyond(picture: LinearRgba, { columns, rows, full }: Coverage): void {
  if (full) return
  const { width, data } = picture
  const partly = [...columns.keys()].filter((x) => columns[x] !== 1)
  rows.forEach((row, y) => {
    const start = y * width * 4
    if (row === 0) data.fill(0, start, start + width * 4)
    else if (row < 1) for (let p = start; p < start + width * 4; p++) data[p]! *= row
    for (const x of partly)
      for (let p = start + x * 4; p < start + x * 4 + 4; p++) data[p]! *= columns[x]!
  })
}

/** Takes away, in place, alpha that does not lie on the photograph. */
export function clearAlphaBeyond(alpha: PlaneF32, { columns, rows, full }: Coverage): void {
  if (full) return
  for (let y = 0, i = 0; y < alpha.height; y++)
    for (let x = 0; x < alpha.width; x++, i++) alpha.data[i]! *= columns[x]! * rows[y]!
}
