import { expect, test } from 'vitest'
import { remembered } from './remembered'

test('a result is made again only when a thing that it is made of is another', () => {
  const of = remembered<object, number>()
  const [one, other] = [{}, {}]
  const brief = { name: 'white' }
  let made = 0
  const make = (): number => ++made
  expect(of(one, [brief, 1], make)).toBe(1)
  expect(of(one, [brief, 1], make)).toBe(1)
  expect(of(other, [brief, 1], make)).toBe(2)
  expect(of(one, [brief, 1], make)).toBe(1)
  // An equal thing is another thing, a number of the same value is not; fewer things are others.
  expect(of(one, [{ ...brief }, 1], make)).toBe(3)
  expect(of(other, [brief, NaN], make)).toBe(4)
  expect(of(other, [brief, NaN], make)).toBe(4)
  expect(of(other, [brief], make)).toBe(5)
})
