import type { PlaneF32 } from '../../../raster'
import type { Point } from '../../../strokes'

/** Alpha at which the outline lies. */
const HALF = 0.5

/**
 * The closed lines along which alpha passes ½, in pixels of the plane, to a part of a pixel; product lies to
 * the left of the way they run. Beyond the border alpha is 0.
 *
 * Source: Lorensen & Cline 1987, Marching cubes, in two dimensions; a saddle goes by its middle.
 */
export function contoursOf({ width, height, data }: PlaneF32): Point[][] {
  const at = (x: number, y: number): number =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : data[y * width + x]!
  // Edges of the grid of pixel middles have numbers: first those along a row, then those along a column.
  const stride = width + 2
  const across = (x: number, y: number): number => 2 * ((y + 1) * stride + x + 1)
  const down = (x: number, y: number): number => across(x, y) + 1
  const next = new Map<number, number>()
  for (let y = -1; y < height; y++)
    for (let x = -1; x < width; x++) {
      const corners = [at(x, y), at(x + 1, y), at(x + 1, y + 1), at(x, y + 1)] as const
      const [a, b, c, d] = corners.map((value) => value > HALF)
      const kind = (a ? 1 : 0) + (b ? 2 : 0) + (c ? 4 : 0) + (d ? 8 : 0)
      if (kind === 0 || kind === 15) continue
      const [top, right, bottom, left] = [
        across(x, y),
        down(x + 1, y),
        across(x, y + 1),
        down(x, y),
      ]
      const middle = corners.reduce((sum, value) => sum + value, 0) / 4
      for (const [from, to] of segmentsOf(kind, middle > HALF ? 'joined' : 'apart', {
        top,
        right,
        bottom,
        left,
      }))
        next.set(from, to)
    }
  const place = (edge: number): Point => {
    const x = ((edge >> 1) % stride) - 1
    const y = Math.floor((edge >> 1) / stride) - 1
    const vertical = edge % 2 === 1
    const from = at(x, y)
    const to = vertical ? at(x, y + 1) : at(x + 1, y)
    const t = (HALF - from) / (to - from)
    return vertical ? [x + 0.5, y + t + 0.5] : [x + t + 0.5, y + 0.5]
  }
  const lines: Point[][] = []
  while (next.size > 0) {
    const [start] = next.keys()
    const line: Point[] = []
    for (let edge = start; edge !== undefined;) {
      line.push(place(edge))
      const to: number | undefined = next.get(edge)
      next.delete(edge)
      edge = to === start ? undefined : to
    }
    lines.push(line)
  }
  return lines
}

interface Sides {
  readonly top: number
  readonly right: number
  readonly bottom: number
  readonly left: number
}

/** How lines run through a cell whose corners (1, 2, 4, 8 clockwise from the upper left) are product. */
function segmentsOf(
  kind: number,
  saddle: 'joined' | 'apart',
  { top, right, bottom, left }: Sides,
): readonly (readonly [from: number, to: number])[] {
  switch (kind) {
    case 1:
      return [[top, left]]
    case 2:
      return [[right, top]]
    case 3:
      return [[right, left]]
    case 4:
      return [[bottom, right]]
    case 5:
      return saddle === 'joined'
        ? [
            [top, right],
            [bottom, left],
          ]
        : [
            [top, left],
            [bottom, right],
          ]
    case 6:
      return [[bottom, top]]
    case 7:
      return [[bottom, left]]
    case 8:
      return [[left, bottom]]
    case 9:
      return [[top, bottom]]
    case 10:
      return saddle === 'joined'
        ? [
            [left, top],
            [right, bottom],
          ]
        : [
            [right, top],
            [left, bottom],
          ]
    case 11:
      return [[right, bottom]]
    case 12:
      return [[left, right]]
    case 13:
      return [[top, right]]
    default:
      return [[left, top]]
  }
}
