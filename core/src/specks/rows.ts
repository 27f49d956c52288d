import { gapBetween } from './crowds'
import { isLong, longerSide, type Shape } from './shapes'

// Letters, figures and the marks of a scale are of one ink, and stand beside or above each other. Dirt lies anywhere.
// The constants were chosen on lettering drawn in many inks and sizes on grained surfaces, with drawn specks beside it,
// and on the demo shoot's five dusty photographs, where larger SIZES and LONG_SIZES lose hairs.

/** One ink: as strong as each other, within so many times. */
const INK = 1.8
/** A dot belongs to a stem that is so many times as long. */
const SIZES = 3
/** Strokes that could be hairs must be of one shape: as wide and as tall as each other, within so many times. */
const LONG_SIZES = 1.35
/** How much of the smaller one's extent both share, across the way in which they follow each other. */
const SHARED = 0.5
/** Two within so many times the larger one's length are print; so is one that is nearer than this. */
const REACH = 2.2
const NEAR = 1.3
/** Smaller than this nothing can be told from a grain by how it lies. */
const MIN_SIDE_PX = 2
/** Print is looked for no further away than this, in pixels. */
const MAX_REACH_PX = 96
/** Side of the cells by which neighbours are found, in pixels. */
const CELL_PX = 64

/** Without those that stand in a row or a column with others of the same ink. */
export function outOfRows(shapes: readonly Shape[], others: readonly Shape[]): Shape[] {
  const marks = [...new Set([...shapes, ...others])].filter(
    (shape) => longerSide(shape) >= MIN_SIDE_PX,
  )
  const cells = new Map<string, Shape[]>()
  const columnOf = (x: number): number => Math.floor(x / CELL_PX)
  for (const mark of marks)
    for (const key of cellsAbout(mark, 0)) cells.set(key, [...(cells.get(key) ?? []), mark])
  function cellsAbout({ box }: Shape, reach: number): string[] {
    const keys: string[] = []
    for (let r = columnOf(box.y - reach); r <= columnOf(box.y + box.height + reach); r++)
      for (let c = columnOf(box.x - reach); c <= columnOf(box.x + box.width + reach); c++)
        keys.push(`${c} ${r}`)
    return keys
  }
  return shapes.filter((shape) => {
    const near = new Set(cellsAbout(shape, MAX_REACH_PX).flatMap((key) => cells.get(key) ?? []))
    near.delete(shape)
    let inReach = 0
    for (const other of near) {
      if (!isInRow(shape, other)) continue
      const gap = gapBetween(shape.box, other.box)
      // Between a large thing and a small one there is no more room than between two small ones.
      const sides = [longerSide(shape), longerSide(other)]
      const size = Math.min(Math.max(...sides), 2 * Math.min(...sides))
      if (gap <= NEAR * size) return false
      if (gap <= REACH * size && ++inReach >= 2) return false
    }
    return true
  })
}

function isInRow(a: Shape, b: Shape): boolean {
  if (a.isLight !== b.isLight || !isWithin(a.contrast / b.contrast, INK)) return false
  const sameSize = isLong(a)
    ? isWithin(a.box.width / b.box.width, LONG_SIZES) &&
      isWithin(a.box.height / b.box.height, LONG_SIZES)
    : isWithin(longerSide(a) / longerSide(b), SIZES)
  if (!sameSize) return false
  return (
    isShared(a.box.y, a.box.height, b.box.y, b.box.height) ||
    isShared(a.box.x, a.box.width, b.box.x, b.box.width)
  )
}

const isWithin = (ratio: number, times: number): boolean => ratio <= times && ratio >= 1 / times

const isShared = (a: number, lengthA: number, b: number, lengthB: number): boolean =>
  Math.min(a + lengthA, b + lengthB) - Math.max(a, b) >= SHARED * Math.min(lengthA, lengthB)
