import { expect, test } from 'vitest'
import type { DeliveryDecision } from './decisions'
import { stillRows } from './useStillRows'

const decision = (id: string): DeliveryDecision => ({
  id,
  weight: 'look',
  title: id,
  figures: '',
  remedy: '',
  shots: [],
  deed: null,
})
const said = (rows: ReturnType<typeof stillRows>): string[] =>
  rows.map((row) => `${row.decision.id}${row.isSettled ? ' settled' : ''}`)

test('what is settled keeps its place, what is new comes last, and what comes back is where it was', () => {
  const first = stillRows([], ['a', 'b', 'c'].map(decision))
  expect(said(first)).toEqual(['a', 'b', 'c'])
  const second = stillRows(first, ['d', 'c', 'a'].map(decision))
  expect(said(second)).toEqual(['a', 'b settled', 'c', 'd'])
  expect(said(stillRows(second, ['b', 'd'].map(decision)))).toEqual([
    'a settled',
    'b',
    'c settled',
    'd',
  ])
})
