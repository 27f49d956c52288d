import { expect, test } from 'vitest'
import { shootId } from '../rows/ids.testing'
import { guessPattern, isNamePattern, readName } from './namePattern'
import { guessMapping, mapProducts, readTable, TableError } from './productTable'

/** Numbers 0…1 that look random and are the same every time (Lehmer, 1951; multiplier of Park and Miller, 1988). */
function seeded(seed: number): () => number {
  let state = seed
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

const PIECES = [
  ',',
  ';',
  '\t',
  '"',
  '""',
  '\n',
  '\r\n',
  '\r',
  '\uFEFF',
  ' ',
  'sku',
  'Name',
  'EAN',
  '4006381333931',
  '-1',
  '1e308',
  '9'.repeat(40),
  'ü',
  '🏕',
  '\u202E',
  '=1+1',
  '__proto__',
  'constructor',
  '\0',
]

const textOf = (random: () => number, pieces: readonly string[], most: number): string =>
  Array.from(
    { length: Math.floor(random() * most) },
    () => pieces[Math.floor(random() * pieces.length)],
  ).join('')

test.each([1, 2, 3])('any text is a table or is refused in words, seed %i', (seed) => {
  const random = seeded(seed)
  for (let i = 0; i < 500; i++) {
    const text = textOf(random, PIECES, 80)
    try {
      const table = readTable(text)
      const { products } = mapProducts(shootId('s'), table, guessMapping(table.headings))
      // Every product has the SKU that it is known by, once.
      const skus = products.map(({ sku }) => sku)
      expect(skus).not.toContain('')
      expect(new Set(skus).size).toBe(skus.length)
      expect(Object.getPrototypeOf({})).toBe(Object.prototype)
    } catch (error) {
      if (!(error instanceof TableError)) throw new Error(JSON.stringify(text), { cause: error })
    }
  }
})

const NAME_PIECES = [
  'OCK',
  '-',
  '_',
  ' ',
  '(',
  ')',
  '1',
  '0042',
  'front',
  'three-quarter',
  'ü',
  '🏕',
  '.',
  '$',
  '\\',
]
const PATTERN_PIECES = [
  'SKU',
  'ANGLE',
  'ORDER',
  'ANY',
  '-',
  '_',
  ' ',
  '(',
  ')',
  '[',
  '*',
  '+',
  '?',
  '\\',
  '$',
  '^',
  '|',
]

test.each([1, 2, 3])('any pattern reads any name, or nothing of it, seed %i', (seed) => {
  const random = seeded(seed)
  for (let i = 0; i < 1000; i++) {
    const name = textOf(random, NAME_PIECES, 40)
    const pattern = textOf(random, PATTERN_PIECES, 12)
    const { sku, order } = readName(name, pattern)
    if (sku !== null) expect(isNamePattern(pattern)).toBe(true)
    if (sku !== null) expect(name).toContain(sku)
    if (order !== null) expect(Number.isInteger(order)).toBe(true)
  }
})

test('a pattern of many parts is no pattern: a name could be read in too many ways', () => {
  const name = '-'.repeat(250)
  expect(readName(name, `${'ANY-'.repeat(12)}SKU`)).toEqual({ sku: null, angle: null, order: null })
  expect(guessPattern([name], new Set())).toBeNull()
})
