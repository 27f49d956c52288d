import { createShootModel } from './createShootModel'
import type { ShootRows, Shot } from './rows'
import { renditionRow, shotRow } from './rows/rows.testing'
import { bySlots, shootView } from './rows/view.testing'

const { recipeOf } = createShootModel()

/** Shots of one product, as many as are asked for. */
export const shotsOfProduct = (count: number, change: Partial<Shot> = {}): Shot[] =>
  Array.from({ length: count }, (_, i) => shotRow(`s${i}`, { sku: 'M-1', order: i, ...change }))

/** A shoot of these shots, each picture's product with its middle at this height. */
export function rowOf(
  middles: readonly number[],
  shots = shotsOfProduct(middles.length),
): ShootRows {
  const view = shootView({ shots })
  const [placement] = recipeOf(view).steps.finish.placements
  const rows = shots.map(({ id }, i) =>
    renditionRow(id, placement!.id, {
      productBox: { x: 0.1, y: middles[i]! - 0.3, width: 0.8, height: 0.6 },
    }),
  )
  return { ...view, renditions: bySlots(rows) }
}
