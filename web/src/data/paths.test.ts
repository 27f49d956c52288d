import { expect, test } from 'vitest'
import { isSame, overlap, valueAt, withValueAt } from './paths'

const row = { id: 'a', touches: { light: { contrast: 5 } }, verdict: null }

test('a value is read and replaced at its path, the rest untouched', () => {
  expect(valueAt(row, ['touches', 'light', 'contrast'])).toBe(5)
  expect(valueAt(row, ['touches', 'cut', 'method'])).toBeUndefined()
  const next = withValueAt(row, ['touches', 'frame', 'fillPct'], 80)
  expect(next).toEqual({ ...row, touches: { light: { contrast: 5 }, frame: { fillPct: 80 } } })
  expect(row.touches).toEqual({ light: { contrast: 5 } })
})

test('what is put in and taken away again leaves no trace', () => {
  const bare = { id: 'a', touches: {} }
  const touched = withValueAt(bare, ['touches', 'light', 'contrast'], 5)
  expect(withValueAt(touched, ['touches', 'light', 'contrast'], undefined)).toEqual(bare)
})

test('an empty path is the row itself', () => {
  expect(withValueAt(row, [], undefined)).toBeUndefined()
  expect(withValueAt(undefined, [], row)).toBe(row)
})

test('values are the same whatever the order of their names, and nothing is not null', () => {
  expect(isSame({ a: 1, b: [2] }, { b: [2], a: 1 })).toBe(true)
  expect(isSame(undefined, null)).toBe(false)
  expect(isSame({ a: undefined }, {})).toBe(true)
})

test('paths overlap when one leads into the other', () => {
  expect(overlap(['touches'], ['touches', 'light'])).toBe(true)
  expect(overlap(['touches', 'light'], ['touches', 'cut'])).toBe(false)
  expect(overlap([], ['verdict'])).toBe(true)
})
