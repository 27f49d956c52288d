import type { Shot } from '../shoot'
import { largestOf } from '../shoot'
import type { ShelfProduct } from './shelf'

/** From here on a cover is out of the line of its shelf, as a share of the frame. */
const OUT_01 = 0.02
/** Two are no row. */
const MIN_IN_ROW = 3

/** A cover that is not in line with the others. */
export interface OutOnShelf {
  readonly shot: Shot
  /** Above the others where it is more than nothing, as a share of the frame. */
  readonly share01: number
}

/**
 * Covers that are out of line on a shelf: by their feet where products stand on a base line, else by their middles,
 * against the median of all.
 */
export function outOnShelf(
  shelf: readonly ShelfProduct[],
  stand: 'centre' | 'base',
): readonly OutOnShelf[] {
  const row = shelf.flatMap(({ pictures: [cover] }) => {
    const box = cover && largestOf(cover.card).rendition.productBox
    return box
      ? [{ shot: cover.shot, line: box.y + (stand === 'base' ? box.height : box.height / 2) }]
      : []
  })
  if (row.length < MIN_IN_ROW) return []
  const middle = row.map(({ line }) => line).sort((a, b) => a - b)[row.length >> 1]!
  return row.flatMap(({ shot, line }) =>
    Math.abs(line - middle) > OUT_01 ? [{ shot, share01: middle - line }] : [],
  )
}
