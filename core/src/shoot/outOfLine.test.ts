import { expect, test } from 'vitest'
import { createShootModel } from './createShootModel'
import { rowOf, shotsOfProduct } from './row.testing'

const { outOfLine } = createShootModel()

test('a product that stands higher or lower than its row is found, with how much', () => {
  const found = outOfLine(rowOf([0.5, 0.5, 0.44, 0.505]))
  expect([...found.keys()]).toEqual(['s2'])
  expect(found.get('s2')!.share01).toBeCloseTo(0.06, 2)
})

test('two are no row, and shots without a product stand in none', () => {
  expect(outOfLine(rowOf([0.5, 0.4])).size).toBe(0)
  expect(outOfLine(rowOf([0.5, 0.5, 0.4], shotsOfProduct(3, { sku: null }))).size).toBe(0)
})
