import { expect, test } from 'vitest'
import type { Compare, Seen } from '../../stage/bench'
import { isSeenBy, seenBy, WAYS, type Way } from './ways'

const ROW = { seen: { in: 'row' } as Seen, compare: 'result' as Compare }
const after = (...ways: readonly Way[]) =>
  ways.reduce<{ seen: Seen; compare: Compare }>((before, way) => seenBy(way, before), ROW)
const pressed = (state: ReturnType<typeof after>): Way[] =>
  WAYS.map(({ keyName }) => keyName).filter((way) => isSeenBy(way, state))

test('each way shows itself, and nothing else, as chosen', () => {
  for (const { keyName } of WAYS) expect(pressed(after(keyName))).toEqual([keyName])
})

test('a comparison leaves the row, and ends with the same key where the picture lies', () => {
  expect(after('wipe').seen).toEqual({ in: 'alone', place: 'whole' })
  expect(after('actual', 'wipe')).toEqual({
    seen: { in: 'alone', place: 'actual' },
    compare: 'wipe',
  })
  expect(pressed(after('actual', 'wipe', 'wipe'))).toEqual(['actual'])
  expect(pressed(after('wipe', 'beside'))).toEqual(['beside'])
})

test('at 1:1 a comparison goes on; the row and the whole end it', () => {
  expect(after('wipe', 'actual').compare).toBe('wipe')
  expect(after('wipe', 'fit').compare).toBe('result')
  expect(after('wipe', 'row')).toEqual(ROW)
  // From the row the comparison begins anew, whatever it was before.
  expect(after('wipe', 'row', 'wipe').compare).toBe('wipe')
})
