import { describe, expect, test } from 'vitest'
import { Placement } from '../outlets'
import type { DeliveryFile, Product } from '../shoot'
import { ProductId, FileHash } from '../shoot'
import { renditionRow, shootId, shotRow } from '../shoot/testing'
import { readPage } from '../weigh'
import { feedData, feedTable } from './feed'
import { folderOf, markupOf } from './folder'
import { listingPage, productPage, type ShelfLook } from './html'
import { jsonLdOf } from './jsonLd'
import { loadingOf } from './loading'
import { outOnShelf } from './outOnShelf'
import { pagesOf, shelfOf } from './shelf'

interface Given {
  readonly shot?: string
  readonly sku?: string | null
  readonly width?: number
  readonly height?: number
  readonly format?: 'jpeg' | 'webp'
  readonly path?: string
  readonly base?: number
}

const file = ({
  shot = 'a',
  sku = 'MUG-1',
  width = 600,
  height = width,
  format = 'jpeg',
  path,
  base = 0.9,
}: Given = {}): DeliveryFile => {
  const id = `${shot}-${width}x${height}-${format}`
  return {
    destination: {
      id: 'card',
      outlet: null,
      placement: Placement.parse({ id: 'card', name: 'card', longSidePx: 600 }),
      folder: 'card',
    },
    shot: shotRow(shot, { sku, angle: 'front' }),
    state: 'ready',
    path: path ?? `card/${id}.${format === 'jpeg' ? 'jpg' : 'webp'}`,
    altText: `Mug "${shot}" <front>`,
    isCover: false,
    words: null,
    broken: [],
    rendition: renditionRow(shot, id, {
      width,
      height,
      format,
      bytes: width * 20,
      fileHash: FileHash.parse(id),
      productBox: { x: 0.1, y: 0.1, width: 0.8, height: base - 0.1 },
    }),
  }
}

const product = (sku: string, more: Partial<Product> = {}): readonly [string, Product] => [
  sku,
  {
    id: ProductId.parse(sku),
    shootId: shootId('s'),
    sku,
    name: 'Mug',
    brand: 'Ottermere',
    type: '',
    variant: '',
    colour: '',
    barcode: '2900101000115',
    price: '14.50',
    more: {},
    ...more,
  },
]
const PRODUCTS = new Map([
  product('MUG-1', { colour: 'Green' }),
  product('MUG-2', { colour: 'Blue' }),
  product('POT', { name: 'Pot' }),
])
const LOOK: ShelfLook = {
  title: 'Camp & kitchen',
  addressOf: ({ path }) => path,
  linkTo: (sku) => `#${sku ?? ''}`,
  lines: 'none',
  isAligned: true,
  hasData: true,
}

describe('the shelf', () => {
  test('has the products that have pictures, in order, the first picture as their cover', () => {
    const shelf = shelfOf(
      [
        file({ shot: 'b' }),
        file({ shot: 'a' }),
        file({ shot: 'c', sku: 'POT' }),
        file({ shot: 'd', sku: null }),
      ],
      PRODUCTS,
    )
    expect(
      shelf.map(({ sku, name, variant, pictures }) => [
        sku,
        name,
        variant,
        pictures.map(({ shot }) => shot.id),
      ]),
    ).toEqual([
      ['MUG-1', 'Mug', 'Green', ['b', 'a']],
      ['POT', 'Pot', '', ['c']],
    ])
  })

  test('shows the ratio of the smallest file in listings, of the largest on the product’s page', () => {
    const [shown] = shelfOf(
      [
        file({ width: 300, height: 400 }),
        file({ width: 600, height: 800 }),
        file({ width: 500, height: 500 }),
        file({ width: 1600, height: 1600 }),
      ],
      PRODUCTS,
    )
    const widths = (files: readonly DeliveryFile[]) => files.map(({ rendition }) => rendition.width)
    expect(widths(shown!.pictures[0]!.card)).toEqual([300, 600])
    expect(widths(shown!.pictures[0]!.page)).toEqual([500, 1600])
  })

  test('gives variants of one name one page', () => {
    const shelf = shelfOf(
      [file(), file({ shot: 'b', sku: 'MUG-2' }), file({ shot: 'c', sku: 'POT' })],
      PRODUCTS,
    )
    expect(pagesOf(shelf).map(({ products }) => products.map(({ sku }) => sku))).toEqual([
      ['MUG-1', 'MUG-2'],
      ['POT'],
    ])
  })
})

describe('its pages', () => {
  const shelf = shelfOf(
    [
      file({ width: 300 }),
      file({ width: 600 }),
      file({ width: 1200 }),
      file({ shot: 'b', sku: 'MUG-2', width: 600 }),
      file({ shot: 'c', sku: 'POT', width: 600 }),
    ],
    PRODUCTS,
  )
  test('read as a browser reads them, load the file that each width and density needs', () => {
    const chosen = (widthPx: number, density: number) =>
      readPage(listingPage(shelf, LOOK), 'https://shop.example/', { widthPx, density }).uses[0]!
        .address
    expect(chosen(390, 1)).toContain('a-300x300')
    expect(chosen(820, 2)).toContain('a-600x600')
    expect(chosen(1440, 2)).toContain('a-1200x1200')
    // Described, sized, and lazy but for those that are seen at once.
    const { uses } = readPage(listingPage(shelf, LOOK), 'https://shop.example/', {
      widthPx: 390,
      density: 1,
    })
    expect(uses.map(({ alt, hasSize, lazy }) => [alt, hasSize, lazy])).toEqual([
      ['Mug "a" <front>', true, false],
      ['Mug "b" <front>', true, false],
      ['Mug "c" <front>', true, true],
    ])
  })

  test('let nothing that a product is called break out', () => {
    const nasty = shelfOf(
      [file()],
      new Map([product('MUG-1', { name: '</script><script>alert(1)</script>', price: '<b>' })]),
    )
    for (const html of [listingPage(nasty, LOOK), productPage(pagesOf(nasty)[0]!, LOOK)]) {
      expect(html).not.toContain('<script>alert')
      expect(html).not.toContain('<b>')
    }
  })

  test('switch variants without a script: the chosen one’s pictures show', () => {
    const page = productPage(pagesOf(shelf)[0]!, LOOK, 'MUG-2')
    expect(page.match(/type="radio"/g)).toHaveLength(2)
    expect(page).toContain('value="1" checked> Blue')
    expect(page).not.toMatch(/<script(?! type="application\/ld\+json")/)
    expect(productPage(pagesOf(shelf)[1]!, LOOK)).not.toContain('type="radio"')
  })

  test('draw the line that a product stands on', () => {
    expect(listingPage(shelf, { ...LOOK, lines: 'base' })).toContain(
      '<i class="base" style="top:90.00%">',
    )
    expect(listingPage(shelf, { ...LOOK, lines: 'thirds' })).toContain('class="thirds"')
  })
})

test('pictures as linked data name their files, sizes and captions, and end no element', () => {
  const [shown] = shelfOf(
    [file({ width: 600 }), file({ width: 1200, path: 'a </script>.jpg' })],
    PRODUCTS,
  )
  const text = jsonLdOf(shown!, ({ path }) => path)
  expect(text).not.toContain('<')
  expect(JSON.parse(text)).toEqual({
    '@context': 'https://schema.org',
    '@type': 'Product',
    sku: 'MUG-1',
    name: 'Mug',
    brand: { '@type': 'Brand', name: 'Ottermere' },
    color: 'Green',
    gtin: '2900101000115',
    image: [
      {
        '@type': 'ImageObject',
        contentUrl: 'a </script>.jpg',
        width: 1200,
        height: 1200,
        caption: 'Mug "a" <front>',
      },
    ],
  })
})

test('the folder has a listing, a page, markup and feeds, whose addresses lead to the files', () => {
  const shelf = shelfOf(
    [file({ path: 'card/töpf, 1.jpg' }), file({ shot: 'c', sku: 'POT' })],
    PRODUCTS,
  )
  const folder = new Map(
    folderOf(shelf, { title: 'Shop', isAligned: true }).map(({ path, text }) => [path, text]),
  )
  expect([...folder.keys()]).toEqual([
    'index.html',
    'products/MUG-1.html',
    'products/POT.html',
    'markup/MUG-1.html',
    'markup/POT.html',
    'feed.json',
    'feed.csv',
  ])
  const uses = (path: string) =>
    readPage(folder.get(path)!, `file:///${path}`, { widthPx: 800, density: 1 }).uses.map(
      ({ address }) => decodeURIComponent(address),
    )
  expect(uses('index.html')[0]).toBe('file:///card/töpf, 1.jpg')
  expect(uses('products/MUG-1.html')[0]).toBe('file:///card/töpf, 1.jpg')
  expect(folder.get('index.html')).toContain('href="products/POT.html"')
  expect(folder.get('products/POT.html')).toContain('href="../index.html"')
  expect(markupOf(shelf[1]!, ({ path }) => path)).toMatch(
    /^<picture>\n {2}<img src="card\/c-600x600-jpeg.jpg"/,
  )
})

test('feeds hold each product with its files and descriptions, the cover first', () => {
  const shelf = shelfOf([file({ format: 'webp' }), file(), file({ shot: 'b' })], PRODUCTS)
  const { products } = feedData(shelf)
  expect(
    products[0]?.pictures.map(({ place, isCover, files }) => [place, isCover, files.length]),
  ).toEqual([
    [1, true, 2],
    [2, false, 1],
  ])
  const lines = feedTable(shelf).split('\r\n')
  expect(lines[1]).toBe('MUG-1,Mug,Green,1,card/a-600x600-webp.webp,"Mug ""a"" <front>",600,600')
})

test('a page takes its round trips, and its bytes over the line: first what is seen', () => {
  const line = { name: '', bitsPerSecond: 8000, roundTripMs: 100 }
  expect(loadingOf(1000, [], line)).toEqual({ seenMs: 1400, allMs: 1400 })
  expect(
    loadingOf(
      1000,
      [
        { bytes: 500, isSeen: true },
        { bytes: 2000, isSeen: false },
      ],
      line,
    ),
  ).toEqual({
    seenMs: 400 + 1000 + 100 + 500,
    allMs: 400 + 1000 + 100 + 2500,
  })
})

test('covers that are off the others’ line are found, by their feet or their middles', () => {
  const skus = ['A', 'B', 'C', 'D']
  const shelf = shelfOf(
    skus.map((sku, i) => file({ shot: sku, sku, base: i === 3 ? 0.8 : 0.9 })),
    new Map(skus.map((sku) => product(sku, { name: sku }))),
  )
  const found = (stand: 'base' | 'centre') =>
    outOnShelf(shelf, stand).map(({ shot, share01 }) => [shot.id, Number(share01.toFixed(3))])
  expect(found('base')).toEqual([['D', 0.1]])
  expect(found('centre')).toEqual([['D', 0.05]])
  expect(outOnShelf(shelf.slice(2), 'base')).toEqual([])
})
