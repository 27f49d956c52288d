import { expect, test } from 'vitest'
import { shotRow } from '@cloudbank/core/shoot/testing'
import { nextReturned, repairStageOf } from './returned'

const returned = (id: string, reason: string) =>
  shotRow(id, { verdict: { kind: 'returned', reason } })

test('returned shots are gone through in their order, and round', () => {
  const order = [
    returned('a', 'edge'),
    shotRow('b', { verdict: { kind: 'passed' } }),
    returned('c', 'dirt'),
    shotRow('d'),
  ]
  const next = (at: number) => nextReturned(order, at)?.id
  expect([next(0), next(1), next(2), next(3), next(-1)]).toEqual(['c', 'c', 'a', 'a', 'a'])
  expect(nextReturned(order.slice(0, 2), 0)).toBeNull()
})

test('a reason leads to the stage where it is put right', () => {
  expect(
    ['edge', 'colour', 'dirt', 'frame'].map((why) => repairStageOf(returned('a', why))),
  ).toEqual(['cut', 'light', 'tidy', 'frame'])
  expect(repairStageOf(returned('a', 'label turned away'))).toBeNull()
  expect(repairStageOf(shotRow('a'))).toBeNull()
})
