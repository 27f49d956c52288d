import { expect, test } from 'vitest'
import { KEYS } from './keys'
import { KEY_PLACES } from './places'

test('help lists every key in one place', () => {
  const listed = KEY_PLACES.flatMap(({ keys }) => keys)
  expect([...listed].sort()).toEqual(Object.keys(KEYS).sort())
})

test('no key of one place means two things there', () => {
  for (const { title, keys } of KEY_PLACES) {
    const pressed = keys.map((name) => KEYS[name].key)
    expect(new Set(pressed).size, title).toBe(pressed.length)
  }
})
