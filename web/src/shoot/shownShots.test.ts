import { expect, test } from 'vitest'
import { shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { shotOrder } from './shownShots'

const view = shootView({
  shots: ['a', 'b', 'c', 'd'].map((id, order) => shotRow(id, { order })),
})
const order = (shotId: string, ids: readonly string[] | null, shootId: string = view.shoot.id) =>
  shotOrder(view, shotId, { shootId, ids: ids && new Set(ids) }).map(({ id }) => id)

test('a shot that is opened from a filtered sheet is gone through among what it showed', () => {
  expect(order('c', ['c', 'a'])).toEqual(['a', 'c'])
  expect(order('c', null)).toEqual(['a', 'b', 'c', 'd'])
})

test('one that the filter leaves out, or of another shoot, is seen among all', () => {
  expect(order('b', ['c', 'a'])).toEqual(['a', 'b', 'c', 'd'])
  expect(order('c', ['c', 'a'], 'another')).toEqual(['a', 'b', 'c', 'd'])
})
