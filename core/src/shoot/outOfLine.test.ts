import { expect, test } from 'vitest'
import { renditionRow, shotRow } from './rows/rows.testing'
import { bySlots, shootView } from './rows/view.testing'
import { createShootModel } from './createShootModel'

const { outOfLine, recipeOf } = createShootModel()

/** A row of one product, each picture’s product with its middle at this height. */
function row(middles: readonly number[], change: object = {}) {
  const shots = middles.map((_, i) => shotRow(`s${i}`, { sku: 'M-1', order: i, ...change }))
  const view = shootView({ shots })
  const [placement] = recipeOf(view).steps.finish.placements
  const rows = shots.map(({ id }, i) =>
    renditionRow(id, placement!.id, {
      productBox: { x: 0.1, y: middles[i]! - 0.3, width: 0.8, height: 0.6 },
    }),
  )
  return { ...view, renditions: bySlots(rows) }
}

test('a product that stands higher or lower than its row is found, with how much', () => {
  const found = outOfLine(row([0.5, 0.5, 0.44, 0.505]))
  expect([...found.keys()]).toEqual(['s2'])
  expect(found.get('s2')!.share01).toBeCloseTo(0.06, 2)
})

test('two are no row, and shots without a product stand in none', () => {
  expect(outOfLine(row([0.5, 0.4])).size).toBe(0)
  expect(outOfLine(row([0.5, 0.5, 0.4], { sku: null })).size).toBe(0)
})
