import { expect, test } from 'vitest'
import { waitsOf } from './waits'

const DONE = { shots: 4, failed: 0, returned: 0, toMake: 0, unreviewed: 0, undelivered: 0 }

test('an empty shoot waits for photographs and for nothing else', () => {
  expect(waitsOf({ ...DONE, shots: 0, undelivered: 3 })).toEqual(['photographs'])
})

test('a shoot waits for what is left, in the order in which it is done', () => {
  expect(waitsOf({ ...DONE, toMake: 8, unreviewed: 4 })).toEqual(['make', 'review'])
  expect(waitsOf({ ...DONE, returned: 1, toMake: 2, undelivered: 6 })).toEqual([
    'returned',
    'make',
    'deliver',
  ])
  expect(waitsOf({ ...DONE, failed: 1, undelivered: 1 })[0]).toBe('failed')
})

test('what was made, passed and delivered waits for nothing', () => {
  expect(waitsOf(DONE)).toEqual([])
})
