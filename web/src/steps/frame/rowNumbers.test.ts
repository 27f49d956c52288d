import { expect, test } from 'vitest'
import { numbersOf, rowNumbers } from './rowNumbers'

test('a product’s numbers are read off its box', () => {
  const numbers = numbersOf({ x: 0.2, y: 0.1, width: 0.5, height: 0.75 })
  expect(numbers.fillPct).toBeCloseTo(75)
  expect(numbers.basePct).toBeCloseTo(15)
  expect(numbers.centrePct).toBeCloseTo(-5)
})

test('a row’s numbers are the middle of its products’, whatever one of them does', () => {
  const box = (height: number) => ({ x: 0.25, y: 0.9 - height, width: 0.5, height })
  const row = rowNumbers([box(0.7), box(0.72), box(0.1)])
  expect(row?.fillPct).toBeCloseTo(70)
  expect(row?.basePct).toBeCloseTo(10)
  expect(row?.centrePct).toBeCloseTo(0)
  expect(rowNumbers([])).toBeNull()
})
