import { expect, test } from 'vitest'
import { defineFact, found, noFacts, withFound } from '.'

const COLOUR = defineFact<string | null>('colour', null)
const COUNT = defineFact('count', 0)

test('a fact is unknown until it is found out, and the last to find it out is believed', () => {
  const nothing = noFacts({ width: 3, height: 2 })
  expect([nothing.of(COLOUR), nothing.of(COUNT), nothing.photograph]).toEqual([
    null,
    0,
    { width: 3, height: 2 },
  ])
  const red = withFound(nothing, [found(COLOUR, 'red'), found(COUNT, 2)])
  const none = withFound(red, [found(COLOUR, null)])
  expect([red.of(COLOUR), red.of(COUNT)]).toEqual(['red', 2])
  expect([none.of(COLOUR), none.of(COUNT)]).toEqual([null, 2])
  expect(nothing.of(COUNT)).toBe(0)
})
