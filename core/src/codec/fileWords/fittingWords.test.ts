import { expect, test } from 'vitest'
import { fittingWords } from './fittingWords'
import { xmpOf } from './xmp'

const SHORT = { creator: 'R. Ottermere', rights: '© Lakeside', description: '', alt: 'A mug' }
const packet = (words: typeof SHORT): number => new TextEncoder().encode(xmpOf(words)).length

test('words that a file can hold stay as they are', () => {
  expect(fittingWords(SHORT, 'jpeg')).toBe(SHORT)
  const long = { ...SHORT, description: 'x'.repeat(200_000) }
  expect(fittingWords(long, 'png')).toBe(long)
})

test('too long for a JPEG, the longest are cut, as little as can be, and never within a letter', () => {
  const long = { ...SHORT, description: '🏕&'.repeat(30_000), alt: 'a'.repeat(2_000) }
  const cut = fittingWords(long, 'jpeg')
  expect({ ...cut, description: '' }).toEqual({ ...long, description: '' })
  expect(cut.description.endsWith('…')).toBe(true)
  expect(long.description.startsWith(cut.description.slice(0, -1))).toBe(true)
  expect(cut.description).not.toMatch(/\p{Surrogate}/u)
  // A segment of 65,535 bytes less its length and its name of 29.
  expect(packet(cut)).toBeLessThanOrEqual(65_504)
  expect(packet(cut)).toBeGreaterThan(65_504 - 20)
})
