import { describe, expect, test } from 'vitest'
import { guessPattern, isNamePattern, readName } from './namePattern'
import { ShootId } from '../rows/ids'
import { guessMapping, isBarcode, mapProducts, readTable, TABLE_LIMITS } from './productTable'

const SHOOT = ShootId.parse('s')

describe('a table of products', () => {
  test('keeps quotes, separators and line breaks in cells, and umlauts', () => {
    const { headings, rows, problems } = readTable(
      '\uFEFFArtikel-Nr;Bezeichnung;Farbe\r\nK-1;"Kessel ""Möwe"", 2 l; groß";Grün\r\nK-2;"zwei\nZeilen";Weiß\r\n',
    )
    expect(headings).toEqual(['Artikel-Nr', 'Bezeichnung', 'Farbe'])
    expect(rows).toEqual([
      ['K-1', 'Kessel "Möwe", 2 l; groß', 'Grün'],
      ['K-2', 'zwei\nZeilen', 'Weiß'],
    ])
    expect(problems).toEqual([])
    expect(guessMapping(headings)).toMatchObject({ sku: 0, name: 1, colour: 2, price: null })
  })

  test('pasted cells are separated by tabs', () => {
    const { headings, rows } = readTable('SKU\tColor\nA\tRed\nB\tBlue')
    expect(guessMapping(headings)).toMatchObject({ sku: 0, colour: 1 })
    expect(rows).toHaveLength(2)
  })

  test('says by row and column what is wrong, and takes the rest', () => {
    const table = readTable(
      'SKU,Name,EAN,Price,Shelf\nA-1,Mug,2900101000115,14.50,3\n,No number,,,\nA-1,Mug again,,,\nA-2,Pot,123,cheap,4\nA-3,Pan\n',
    )
    const { products, problems } = mapProducts(SHOOT, table, guessMapping(table.headings))
    expect(products.map(({ sku }) => sku)).toEqual(['A-1', 'A-2', 'A-3'])
    expect(products[0]).toMatchObject({
      name: 'Mug',
      barcode: '2900101000115',
      more: { Shelf: '3' },
    })
    expect(problems.map(({ row, column }) => `${row} ${column}`)).toEqual([
      '6 ',
      '3 SKU',
      '4 SKU',
      '5 EAN',
      '5 Price',
    ])
    expect(problems[2]?.message).toBe('A-1 is in row 2 already; row skipped')
  })

  test('a missing column leaves its field empty', () => {
    const table = readTable('sku\nX\n')
    const { products } = mapProducts(SHOOT, table, guessMapping(table.headings))
    expect(products[0]).toMatchObject({ sku: 'X', name: '', colour: '', more: {} })
  })

  test.each([
    ['4006381333931', true],
    ['4006381333932', false],
    ['036000291452', true],
    ['96385074', true],
    ['12345', false],
  ])('barcode %s: %s', (code, valid) => {
    expect(isBarcode(code)).toBe(valid)
  })
})

describe('file names', () => {
  test.each([
    ['OCK-101-front', 'SKU-ANGLE', 'OCK-101', 'front', null],
    ['OCK-109-OCH-three-quarter', 'SKU-ANGLE', 'OCK-109-OCH', 'three-quarter', null],
    ['A_1_Detail_02', 'SKU_ANGLE_ORDER', 'A_1', 'detail', 2],
    ['8871 (3)', 'SKU (ORDER)', '8871', null, 3],
    ['shoot7_Küche-4_x', 'ANY_SKU-ORDER_x', 'Küche', null, 4],
    ['IMG_2041', 'SKU-ANGLE', null, null, null],
  ])('%s by %s', (stem, pattern, sku, angle, order) => {
    expect(readName(stem, pattern)).toEqual({ sku, angle, order })
  })

  test('the pattern that leads most names to a product is guessed', () => {
    const stems = ['A-1_1', 'A-1_2', 'B-2_1', 'IMG_1']
    expect(guessPattern(stems, new Set(['A-1', 'B-2']))).toEqual({ pattern: 'SKU_ORDER', fits: 3 })
    expect(guessPattern(['x', 'y'], new Set(['A']))).toBeNull()
    expect(guessPattern(['A-front', 'B-top'], new Set())?.pattern).toBe('SKU-ANGLE')
  })

  test('a pattern names the SKU, once', () => {
    expect(isNamePattern('ANGLE-ORDER')).toBe(false)
    expect(isNamePattern('SKU-SKU')).toBe(false)
    expect(isNamePattern('SKU.ANGLE')).toBe(true)
  })
})

describe('a table that is no table of products is refused in words', () => {
  const columns = (count: number): string => Array.from({ length: count }, (_, i) => `c${i}`).join()

  test.each([
    ['20,000 columns', columns(20_000), '20,000 columns'],
    ['a cell of 5 MB', `SKU,Name\nA,${'x'.repeat(5_000_000)}`, '5,000,000 letters in a cell'],
    ['too many rows', `SKU\n${'A\n'.repeat(TABLE_LIMITS.rows + 1)}`, '50,001 rows'],
    ['too much of everything', 'x'.repeat(TABLE_LIMITS.letters + 1), '10,000,001 letters'],
  ])('%s', (_name, text, words) => {
    expect(() => readTable(text)).toThrow(words)
  })

  test('one at the limit is taken', () => {
    expect(readTable(columns(TABLE_LIMITS.columns)).headings).toHaveLength(TABLE_LIMITS.columns)
  })
})
