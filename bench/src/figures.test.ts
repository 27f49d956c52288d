import { describe, expect, test } from 'vitest'
import { rowOf, shown, spreadOf, together } from './figures'
import { speedPage } from './speedPage'

test.each([
  [1234.5, '1,235'],
  [99.95, '100'],
  [2.4649, '2.46'],
  [0.00123, '0.00123'],
  [3, '3'],
])('%d is shown as %s', (value, text) => expect(shown(value)).toBe(text))

describe('rounds', () => {
  const rounds = [3, 1, 2].map((value) => [
    { name: 'cut', unit: 's', value, target: '≤ 2' },
    { name: 'decode', unit: 'ms', value: 50 },
  ])

  test('of one name come together, in order', () => {
    expect(together(rounds)).toEqual([
      { name: 'cut', unit: 's', values: [3, 1, 2], target: '≤ 2' },
      { name: 'decode', unit: 'ms', values: [50, 50, 50] },
    ])
  })

  test('are told by their middle, their smallest and their spread', () => {
    expect(spreadOf([3, 1, 2])).toEqual({ least: 1, median: 2, spread01: 1 })
    expect(together(rounds).map(rowOf)).toEqual([
      ['cut', '2 s', '1', '100 %', '≤ 2'],
      ['decode', '50 ms', '50', '0 %', ''],
    ])
  })
})

test('what was measured of one part takes the place of what stood there, and leaves the others', () => {
  const at = { machine: 'two cores', day: '1 December 2026' }
  const figure = (value: number) => [{ name: 'all', unit: 's', values: [value] }]
  const first = speedPage('', [
    { name: 'marks', title: 'Marks', ...at, figures: figure(1) },
    { name: 'cut', title: 'Cut', ...at, figures: figure(2) },
  ])
  const second = speedPage(first, [
    { name: 'cut', title: 'Cut', ...at, day: '2 December 2026', figures: figure(7) },
  ])
  expect(second).toContain('| all | 1 s |')
  expect(second).toContain('| all | 7 s |')
  expect(second).not.toContain('| all | 2 s |')
  expect(second).toContain('2 December 2026')
  expect(speedPage(second, [])).toBe(second)
})
