import { describe, expect, test } from 'vitest'
import type { Stored, StorePort } from '@cloudbank/hosts/farm'
import { makeRoom } from './makeRoom'

const HOUR_MS = 3600 * 1000
const NOW = 100 * 24 * HOUR_MS

/** A store in memory of these: key, bytes, hours since it was used. */
function storeOf(...held: readonly (readonly [string, number, number])[]) {
  const things = new Map(
    held.map(([key, bytes, hours]) => [key, { key, bytes, usedAt: NOW - hours * HOUR_MS }]),
  )
  const store: Pick<StorePort, 'list' | 'remove'> = {
    list: (prefix) =>
      Promise.resolve([...things.values()].filter(({ key }: Stored) => key.startsWith(prefix))),
    remove: (key) => {
      things.delete(key)
      return Promise.resolve()
    },
  }
  return { store: store as StorePort, keys: () => [...things.keys()] }
}

const NOTHING = new Set<string>()

describe('making room in a store', () => {
  test('removes nothing while there is room', async () => {
    const { store, keys } = storeOf(['contents/a', 60, 50], ['contents/b', 40, 2])
    expect(await makeRoom(store, 100, NOTHING, NOW)).toBe(100)
    expect(keys()).toEqual(['contents/a', 'contents/b'])
  })

  test('removes what was longest unused, and no more than it must', async () => {
    const { store, keys } = storeOf(
      ['contents/a', 60, 3],
      ['contents/b', 40, 50],
      ['contents/c', 40, 20],
    )
    expect(await makeRoom(store, 100, NOTHING, NOW)).toBe(100)
    expect(keys()).toEqual(['contents/a', 'contents/c'])
  })

  test('leaves what orders name, and what was just used; says that there is no room', async () => {
    const { store, keys } = storeOf(['contents/a', 60, 50], ['contents/b', 60, 0.5])
    expect(await makeRoom(store, 100, new Set(['contents/a']), NOW)).toBe(120)
    expect(keys()).toEqual(['contents/a', 'contents/b'])
  })

  test('removes files that were made more than a day ago, and counts younger ones', async () => {
    const { store, keys } = storeOf(
      ['made/x/one', 50, 30],
      ['made/x/order.json', 1, 30],
      ['made/y/two', 50, 20],
      ['contents/a', 60, 5],
    )
    expect(await makeRoom(store, 100, NOTHING, NOW)).toBe(50)
    expect(keys()).toEqual(['made/y/two'])
  })
})
