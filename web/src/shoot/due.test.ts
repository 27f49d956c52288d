import { expect, test } from 'vitest'
import { dueWords, isPressing } from './due'

const today = new Date(2026, 10, 26, 23, 30)

test.each([
  ['2026-12-04', 'due Fri 4 Dec, in 8 days', false],
  ['2026-11-27', 'due Fri 27 Nov, tomorrow', false],
  ['2026-11-26', 'due Thu 26 Nov, today', true],
  ['2026-11-25', 'due Wed 25 Nov, a day late', true],
  ['2026-11-02', 'due Mon 2 Nov, 24 days late', true],
])('%s is %s', (dueOn, words, pressing) => {
  expect(dueWords(dueOn, today)).toBe(words)
  expect(isPressing(dueOn, today)).toBe(pressing)
})
