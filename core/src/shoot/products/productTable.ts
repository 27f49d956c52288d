import { formatCount } from '../../words'
import Papa from 'papaparse'
import { productId, type Product, type ShootId } from '../rows'

/** What a column can be; every other column is kept under its own heading. */
export const PRODUCT_FIELDS = [
  {
    key: 'sku',
    label: 'SKU',
    names: [
      'sku',
      'article',
      'articlenumber',
      'itemnumber',
      'item',
      'artikelnummer',
      'artikelnr',
      'artnr',
      'reference',
      'référence',
    ],
  },
  {
    key: 'name',
    label: 'Name',
    names: ['name', 'title', 'productname', 'product', 'bezeichnung', 'produktname', 'nom'],
  },
  { key: 'brand', label: 'Brand', names: ['brand', 'make', 'marke', 'marque'] },
  { key: 'type', label: 'Type', names: ['type', 'category', 'producttype', 'typ', 'kategorie'] },
  { key: 'variant', label: 'Variant', names: ['variant', 'option', 'variante'] },
  { key: 'colour', label: 'Colour', names: ['colour', 'color', 'farbe', 'couleur'] },
  { key: 'barcode', label: 'Barcode', names: ['barcode', 'ean', 'gtin', 'upc', 'ean13'] },
  { key: 'price', label: 'Price', names: ['price', 'preis', 'prix', 'rrp', 'uvp'] },
] as const
export type ProductField = (typeof PRODUCT_FIELDS)[number]['key']

/** Rows under headings, as they were read. */
export interface Table {
  readonly headings: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly problems: readonly TableProblem[]
}

/** What is wrong, and where: row as counted in the file with its heading as row 1. */
export interface TableProblem {
  readonly row: number
  readonly column: string
  readonly message: string
}

/** Which column each field is read from; null for none. */
export type Mapping = Readonly<Record<ProductField, number | null>>

/** What a table of products may have; more is no table of products, and would hold up the screen. */
export const TABLE_LIMITS = {
  letters: 10_000_000,
  columns: 200,
  rows: 50_000,
  cellLetters: 10_000,
} as const

/** Text that is no table of products, and why. */
export class TableError extends Error {
  override readonly name = 'TableError'
}

/**
 * Reads separated values or pasted cells: the separator is found, quotes and line breaks in them kept.
 *
 * @throws TableError when it is larger than `TABLE_LIMITS` allow.
 */
export function readTable(text: string): Table {
  assertAtMost(text.length, TABLE_LIMITS.letters, 'letters')
  const plainText = text.replace(/^\uFEFF/, '')
  const [first = []] = Papa.parse<string[]>(plainText, { preview: 1 }).data
  assertAtMost(first.length, TABLE_LIMITS.columns, 'columns')
  const { data, errors } = Papa.parse<string[]>(plainText, { skipEmptyLines: 'greedy' })
  const [headings = [], ...rows] = data
  assertAtMost(rows.length, TABLE_LIMITS.rows, 'rows')
  for (const cells of data)
    for (const cell of cells)
      assertAtMost(cell.length, TABLE_LIMITS.cellLetters, 'letters in a cell')
  const problems = [
    ...errors
      .filter(({ code }) => code !== 'UndetectableDelimiter')
      .map(({ row = 0, message }) => ({ row: row + 1, column: '', message })),
    ...rows.flatMap((row, i) =>
      row.length === headings.length
        ? []
        : [
            {
              row: i + 2,
              column: '',
              message: `${row.length} cells, but the heading has ${headings.length}`,
            },
          ],
    ),
  ]
  return { headings: headings.map((heading) => heading.trim()), rows, problems }
}

function assertAtMost(count: number, most: number, what: string): void {
  if (count > most)
    throw new TableError(
      `${formatCount(count)} ${what}; a product table can have at most ${formatCount(most)}`,
    )
}

const plain = (heading: string): string => heading.toLowerCase().replace(/[\s_.\-/]/g, '')

/** Matches columns by their headings. */
export function guessMapping(headings: readonly string[]): Mapping {
  const taken = new Set<number>()
  const find = (names: readonly string[]): number | null => {
    const at = headings.findIndex((heading, i) => !taken.has(i) && names.includes(plain(heading)))
    if (at < 0) return null
    taken.add(at)
    return at
  }
  const entries = PRODUCT_FIELDS.map(({ key, names }) => [key, find(names)] as const)
  return Object.fromEntries(entries) as Mapping // a field each
}

/** Makes products of rows; a row that cannot be one is named with its column and left out. */
export function mapProducts(
  shootId: ShootId,
  { headings, rows, problems }: Table,
  mapping: Mapping,
): { products: Product[]; problems: TableProblem[] } {
  const found = [...problems]
  const products = new Map<string, Product>()
  const firstRow = new Map<string, number>()
  const mapped = new Set(Object.values(mapping))
  const columnOf = (field: ProductField): string => {
    const at = mapping[field]
    return at === null ? '' : (headings[at] ?? '')
  }
  rows.forEach((cells, i) => {
    const row = i + 2
    const cell = (field: ProductField): string => {
      const at = mapping[field]
      return at === null ? '' : (cells[at] ?? '').trim()
    }
    const sku = cell('sku')
    const complain = (field: ProductField, message: string): void => {
      found.push({ row, column: columnOf(field), message })
    }
    if (sku === '') {
      complain('sku', 'no SKU; row skipped')
      return
    }
    const before = firstRow.get(sku)
    if (before !== undefined) {
      complain('sku', `${sku} is in row ${before} already; row skipped`)
      return
    }
    firstRow.set(sku, row)
    if (cell('barcode') !== '' && !isBarcode(cell('barcode')))
      complain('barcode', `${cell('barcode')} isn’t a valid EAN or UPC; kept as it is`)
    if (cell('price') !== '' && !/^[^\d]*\d[\d.,' ]*[^\d]*$/.test(cell('price')))
      complain('price', `${cell('price')} isn’t a price; kept as it is`)
    const more = headings.flatMap((heading, at) =>
      mapped.has(at) || heading === '' ? [] : [[heading, (cells[at] ?? '').trim()] as const],
    )
    products.set(sku, {
      id: productId(shootId, sku),
      shootId,
      sku,
      name: cell('name'),
      brand: cell('brand'),
      type: cell('type'),
      variant: cell('variant'),
      colour: cell('colour'),
      barcode: cell('barcode'),
      price: cell('price'),
      more: Object.fromEntries(more),
    })
  })
  return { products: [...products.values()], problems: found }
}

/** Check digit of EAN-8, UPC-A, EAN-13 and GTIN-14 (GS1 General Specifications, 7.9). */
export function isBarcode(code: string): boolean {
  if (!/^(\d{8}|\d{12,14})$/.test(code)) return false
  const digits = [...code].map(Number)
  const check = digits.pop() ?? 0
  const sum = digits.reverse().reduce((total, digit, i) => total + digit * (i % 2 === 0 ? 3 : 1), 0)
  return (10 - (sum % 10)) % 10 === check
}
