import type { AnyFinding } from '../findings'
import { derived } from './derived'
import { groupBy } from './groupBy'
import { slotFor, type Recipes } from './recipe'
import type { Rendition, ShootRows } from './rows'

/** From here on a product is out of the line of its row, as a share of the frame. */
const OUT_01 = 0.02
/** Two are no row. */
const MIN_IN_ROW = 3

export interface OutOfLine extends AnyFinding {
  readonly code: 'out-of-line'
  /** Above its row where it is more than nothing, as a share of the frame. */
  readonly share01: number
}

/**
 * Products that do not stand in line with the others of their row, by shot: their feet where the row stands on
 * a base line, else their middles, in the finished pictures of the first placement.
 */
export const createOutOfLine = ({ recipeOf }: Recipes) =>
  derived((view: ShootRows): ReadonlyMap<string, OutOfLine> => {
    const recipe = recipeOf(view)
    const [placement] = recipe.steps.finish.placements
    if (!placement) return new Map()
    const { stand } = recipe.look.frame
    return new Map(
      [...groupBy(view.shots, ({ sku }) => sku)].flatMap(([sku, shots]) => {
        if (sku === null || shots.length < MIN_IN_ROW) return []
        const row = shots.flatMap((shot) => {
          const rendition = view.renditions.get(slotFor(shot, recipe, placement.id))
          const line = rendition && lineOf(rendition, shot.touches.frame?.stand ?? stand)
          return line === null || line === undefined ? [] : [{ shot, line }]
        })
        return row.length < MIN_IN_ROW ? [] : outIn(row)
      }),
    )
  })

function outIn(
  row: readonly { readonly shot: { readonly id: string }; readonly line: number }[],
): [string, OutOfLine][] {
  const middle = row.map(({ line }) => line).sort((a, b) => a - b)[row.length >> 1]!
  return row.flatMap(({ shot, line }): [string, OutOfLine][] =>
    Math.abs(line - middle) > OUT_01
      ? [[shot.id, { code: 'out-of-line', share01: middle - line }]]
      : [],
  )
}

/** Height of the feet or the middle in the picture, 0 at its top; null where the shot was left whole. */
function lineOf({ productBox: box }: Rendition, stand: 'centre' | 'base'): number | null {
  return box && box.y + (stand === 'base' ? box.height : box.height / 2)
}
