import { gapBetween } from './crowds'
import { boxOf, isLong, longerSide, type Shape } from './shapes'
import type { Marks } from './standOut'

// Letters, figures and the marks of a scale are of one ink, and stand beside or above each other. Dirt lies anywhere.
// The constants were chosen on lettering drawn in many inks and sizes on grained surfaces, with drawn specks beside it,
// and on the demo shoot's five dusty photographs, where larger sizes than the sure ones lose hairs.

/** How alike two strokes are, each within so many times. */
interface Alike {
  /** One ink is as strong as each other. */
  readonly ink: number
  /** A dot belongs to a stem that is so many times as long. */
  readonly sizes: number
  /** Strokes that could be hairs must be of one shape: as wide and as tall as each other. */
  readonly longSizes: number
}

const SURE: Alike = { ink: 1.8, sizes: 3, longSizes: 1.35 }
/** What may be print is asked less of; it is at least so long and within so many times the larger one's length. */
const LOOSE = { ink: 2.2, sizes: 5, longSizes: 1.5, reach: 3.5, leastPx: 4 } as const
/** How much of the smaller one's extent both share, across the way in which they follow each other. */
const SHARED = 0.5
/** Two within so many times the larger one's length are print; so is one that is nearer than this. */
const REACH = 2.2
const NEAR = 1.3
/** Smaller than this nothing can be told from a grain by how it lies. */
const MIN_SIDE_PX = 2
/** Print is looked for no further away than this, in pixels. */
const MAX_REACH_PX = 96
/**
 * A drawn stroke is at least so long in pixels, so many times as long as wide, and fills so much of its box, by the pixels
 * that stand out by so much of what it does at most.
 */
const DRAWN = { leastPx: 6, slender: 1.8, filled: 0.55, strong: 0.4 } as const
/**
 * A cross is as wide as tall within so many times, fills no more of its box, and lies, all but a little, within so much of the
 * box's middle lines.
 */
const CROSS = { sides: 1.3, filled: 0.6, arm: 0.2, inArms: 0.9 } as const
/** Side of the cells by which neighbours are found, in pixels. */
const CELL_PX = 64

/** Other shapes near one. */
type Near = (shape: Shape) => Iterable<Shape>

/** Without those that stand in a row or a column with others of the same ink. */
export function outOfRows(shapes: readonly Shape[], others: readonly Shape[]): Shape[] {
  const near = nearIn([...new Set([...shapes, ...others])])
  return shapes.filter((shape) => {
    let inReach = 0
    for (const other of near(shape)) {
      if (!isInOneRow(shape, other, SURE)) continue
      const gap = gapBetween(shape.box, other.box)
      const size = sizeOf(shape, other)
      if (gap <= NEAR * size) return false
      if (gap <= REACH * size && ++inReach >= 2) return false
    }
    return true
  })
}

/**
 * Those that look like print, if less surely than what stands in a row: straight upright or level strokes, crosses, and what has
 * something of about its ink and size beside or above it.
 */
export function likePrint(
  shapes: readonly Shape[],
  others: readonly Shape[],
  marks: Marks,
): Set<Shape> {
  const near = nearIn([...new Set([...shapes, ...others])])
  return new Set(
    shapes.filter(
      (shape) =>
        isDrawn(shape, marks) ||
        [...near(shape)].some(
          (other) =>
            isInLooseRow(shape, other) &&
            gapBetween(shape.box, other.box) <= LOOSE.reach * sizeOf(shape, other),
        ),
    ),
  )
}

/** Between a large thing and a small one there is no more room than between two small ones. */
function sizeOf(a: Shape, b: Shape): number {
  const sides = [longerSide(a), longerSide(b)]
  return Math.min(Math.max(...sides), 2 * Math.min(...sides))
}

function nearIn(all: readonly Shape[]): Near {
  const cells = new Map<string, Shape[]>()
  const cellOf = (at: number): number => Math.floor(at / CELL_PX)
  const cellsAbout = ({ box }: Shape, reach: number): string[] => {
    const keys: string[] = []
    for (let r = cellOf(box.y - reach); r <= cellOf(box.y + box.height + reach); r++)
      for (let c = cellOf(box.x - reach); c <= cellOf(box.x + box.width + reach); c++)
        keys.push(`${c} ${r}`)
    return keys
  }
  for (const shape of all)
    if (longerSide(shape) >= MIN_SIDE_PX)
      for (const key of cellsAbout(shape, 0)) {
        const there = cells.get(key)
        if (there) there.push(shape)
        else cells.set(key, [shape])
      }
  return (shape) => {
    const near = new Set(cellsAbout(shape, MAX_REACH_PX).flatMap((key) => cells.get(key) ?? []))
    near.delete(shape)
    return near
  }
}

function isInLooseRow(a: Shape, b: Shape): boolean {
  if (longerSide(a) < LOOSE.leastPx) return false
  return isInOneRow(a, b, LOOSE)
}

/** Whether it is a stroke as of a ruler: straight along a side of the photograph, or two such that cross in their middles. */
function isDrawn(shape: Shape, { width, contrast }: Marks): boolean {
  // What it has grown by is its soft rim.
  const pixels = shape.pixels.filter((i) => contrast[i]! >= DRAWN.strong * shape.contrast)
  const box = boxOf(pixels, width)
  const [long, short] = [Math.max(box.width, box.height), Math.min(box.width, box.height)]
  if (long < DRAWN.leastPx) return false
  if (long >= DRAWN.slender * short) return pixels.length >= DRAWN.filled * box.width * box.height
  return isCross(box, pixels, width)
}

function isCross(box: Shape['box'], pixels: readonly number[], width: number): boolean {
  if (!isWithin(box.width / box.height, CROSS.sides)) return false
  if (pixels.length > CROSS.filled * box.width * box.height) return false
  const middle = pixels.filter((i) => {
    const x = (i % width) - box.x + 0.5
    const y = Math.floor(i / width) - box.y + 0.5
    return Math.abs(x / box.width - 0.5) < CROSS.arm || Math.abs(y / box.height - 0.5) < CROSS.arm
  }).length
  return middle >= CROSS.inArms * pixels.length
}

function isInOneRow(a: Shape, b: Shape, { ink, sizes, longSizes }: Alike): boolean {
  if (a.isLight !== b.isLight || !isWithin(a.contrast / b.contrast, ink)) return false
  const sameSize = isLong(a)
    ? isWithin(a.box.width / b.box.width, longSizes) &&
      isWithin(a.box.height / b.box.height, longSizes)
    : isWithin(longerSide(a) / longerSide(b), sizes)
  return sameSize && (isBeside(a, b) || isAbove(a, b))
}

const isBeside = ({ box: a }: Shape, { box: b }: Shape): boolean =>
  isShared(a.y, a.height, b.y, b.height)

const isAbove = ({ box: a }: Shape, { box: b }: Shape): boolean =>
  isShared(a.x, a.width, b.x, b.width)

const isWithin = (ratio: number, times: number): boolean => ratio <= times && ratio >= 1 / times

const isShared = (a: number, lengthA: number, b: number, lengthB: number): boolean =>
  Math.min(a + lengthA, b + lengthB) - Math.max(a, b) >= SHARED * Math.min(lengthA, lengthB)
