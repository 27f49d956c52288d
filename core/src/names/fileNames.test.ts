import { describe, expect, test } from 'vitest'
import { seededRandom } from '../raster/seeded.testing'
import { safeStem, stemOf, uniqueStems } from './fileNames'

test('only an extension is taken off a name', () => {
  expect(stemOf('a.b.jpg')).toBe('a.b')
  expect(stemOf('noextension')).toBe('noextension')
  expect(stemOf('.jpg')).toBe('')
})

describe('a safe stem', () => {
  test.each([
    ['what/is: this?', 'what_is_ this_'],
    ['CON', '_CON'],
    ['aux.front', '_aux.front'],
    ['com1', '_com1'],
    ['console', 'console'],
    ['  trailing.. ', 'trailing'],
    ['…', '…'],
    ['', 'photograph'],
    ['..', 'photograph'],
    ['exe\u202egpj', 'exe_gpj'],
    ['zero\u200bwidth', 'zero_width'],
    ['tab\there', 'tab_here'],
    ['Cafe\u0301', 'Café'],
    ['lone \ud800 half', 'lone \ufffd half'],
    ['mug 🏕', 'mug 🏕'],
  ])('%j becomes %j', (stem, safe) => {
    expect(safeStem(stem)).toBe(safe)
  })

  test('is short enough for a file system, and never cut within a letter', () => {
    const safe = safeStem('🏕'.repeat(300))
    expect(new TextEncoder().encode(safe).length).toBe(200)
    expect([...safe].every((letter) => letter === '🏕')).toBe(true)
  })

  test('stays as it is when it is made safe again', () => {
    const random = seededRandom(77)
    const letters = ['a', '.', ' ', '/', '\u0301', 'CON', '\u202e', 'é', '🏕', '\u0007', '\ud83c']
    for (let round = 0; round < 2000; round++) {
      const stem = Array.from(
        { length: Math.floor(random() * 90) },
        () => letters[Math.floor(random() * letters.length)],
      ).join('')
      const safe = safeStem(stem)
      expect(safeStem(safe), JSON.stringify(stem)).toBe(safe)
      expect(safe).not.toMatch(/^[. ]|[. ]$/)
      for (const letter of ['/', '\u202e', '\u0007']) expect(safe).not.toContain(letter)
    }
  })
})

test('thousands of the same name are numbered one after the other, around those that are taken', () => {
  const names = uniqueStems(['a-3', ...Array.from({ length: 20_000 }, () => 'a')])
  expect(names.slice(0, 5)).toEqual(['a-3', 'a', 'a-2', 'a-4', 'a-5'])
  expect(names.at(-1)).toBe('a-20001')
  expect(new Set(names).size).toBe(names.length)
})

test('names are unique under case folding and in composed form', () => {
  expect(uniqueStems(['front', 'Front', 'Cafe\u0301', 'Caf\u00e9', 'STRASSE', 'straße'])).toEqual([
    'front',
    'Front-2',
    'Café',
    'Café-2',
    'STRASSE',
    'straße-2',
  ])
})
