import {
  countFindings,
  type Field,
  fill01,
  type Filter,
  filterWords,
  groupByProduct,
  NO_FILTER,
  offCentre01,
  type ShotGroup,
  toggled,
} from '@cloudbank/core/shoot'
import { bySlots, renditionRow, shootId, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { findingsOf, choicesOf, inOrder, matching } from '../../work/model'
import { describe, expect, test } from 'vitest'
import { productId, type Product, type Rendition, type Shot } from '../../data'
import { NOTHING, select } from './selection'
import { besideRow, planRows, rowOf } from './sheetRows'

const shot = (id: string, sku: string | null, change: Partial<Shot> = {}): Shot =>
  shotRow(id, { sku, ...change })

type Finding = Shot['findings'][number]

const PLAIN = { brand: '', type: '', variant: '', barcode: '', price: '', more: {} }

describe('selection', () => {
  const order = ['a', 'b', 'c', 'd', 'e']
  const ids = (selection: { ids: ReadonlySet<string> }) => [...selection.ids].sort().join('')

  test('a click selects one, ctrl adds and takes away, shift reaches from the last one', () => {
    let now = select(NOTHING, 'b', 'only', order)
    expect(ids(now)).toBe('b')
    now = select(now, 'd', 'toggle', order)
    expect(ids(now)).toBe('bd')
    expect(ids(select(now, 'd', 'toggle', order))).toBe('b')
    now = select(select(NOTHING, 'b', 'only', order), 'e', 'range', order)
    expect(ids(now)).toBe('bcde')
    // A second shift-click reaches from the same start.
    expect(ids(select(now, 'a', 'range', order))).toBe('ab')
  })

  test('a range from a shot that is gone selects the clicked one', () => {
    expect(ids(select({ ids: new Set(['x']), anchor: 'x' }, 'c', 'range', order))).toBe('c')
  })
})

test('shots of a product come in the order of their names’ numbers, the others behind', () => {
  const shots = [
    shot('a', 'X', { order: 0 }),
    shot('b', 'X', { order: 1, place: 2 }),
    shot('c', 'X', { order: 2, place: 1 }),
    shot('d', 'X', { order: 3 }),
  ]
  const [group] = groupByProduct(shots, new Map())
  expect(group?.shots.map(({ id }) => id).join('')).toBe('cbad')
})

describe('rows', () => {
  const products = new Map<string, Product>([
    [
      'B-2',
      {
        id: productId(shootId('s'), 'B-2'),
        shootId: shootId('s'),
        sku: 'B-2',
        name: 'Kettle',
        colour: 'Steel',
        ...PLAIN,
      },
    ],
  ])

  test('shots are grouped by product, those without one last, and broken into rows', () => {
    const shots = [
      shot('1', null),
      shot('2', 'B-2'),
      shot('3', 'A-1'),
      shot('4', 'B-2'),
      shot('5', 'B-2'),
    ]
    const groups = groupByProduct(shots, products)
    expect(groups.map(({ sku, name }) => [sku, name])).toEqual([
      ['A-1', ''],
      ['B-2', 'Kettle, steel'],
      ['', 'No product'],
    ])
    // Two tiles fill a row: a group that is longer goes on in the next one, and nothing is beside it.
    expect(laid(groups, 204)).toEqual(['A-1:3', 'B-2:24', '…:5 :1'])
  })

  const group = (sku: string, ids: string) => ({
    sku,
    name: sku,
    shots: [...ids].map((id) => shot(id, sku)),
  })
  const METRICS = { tilePx: 96, gapPx: 4, groupGapPx: 12 }
  const laid = (groups: readonly ShotGroup[], widthPx: number): string[] =>
    planRows(groups, { ...METRICS, widthPx }).map(({ blocks }) =>
      blocks
        .map(
          ({ sku, isStart, shots }) =>
            `${isStart ? sku : '…'}:${shots.map(({ id }) => id).join('')}`,
        )
        .join(' '),
    )

  test('groups flow along the rows, each kept together where a row has room for it', () => {
    const groups = [group('A', 'abc'), group('B', 'de'), group('C', 'fgh'), group('D', 'i')]
    // Six tiles in two groups take 6 · 96 + 4 · 4 + 12 = 604 px.
    expect(laid(groups, 604)).toEqual(['A:abc B:de', 'C:fgh D:i'])
    expect(laid([group('A', 'abc'), group('C', 'fgh')], 604)).toEqual(['A:abc C:fgh'])
    expect(laid([group('A', 'abc'), group('C', 'fgh')], 603)).toEqual(['A:abc', 'C:fgh'])
  })

  test('nothing overlaps and nothing leaves the row, at any width', () => {
    const groups = Array.from({ length: 40 }, (_, k) =>
      group(`G${k}`, 'abcdefghijklm'.slice(0, 1 + ((k * 7) % 13))),
    )
    for (let widthPx = 100; widthPx < 1700; widthPx += 61)
      for (const { blocks } of planRows(groups, { ...METRICS, widthPx })) {
        let end = -METRICS.groupGapPx
        for (const { x, shots } of blocks) {
          expect(x).toBeGreaterThanOrEqual(end + METRICS.groupGapPx)
          end = x + shots.length * 100 - 4
        }
        expect(end).toBeLessThanOrEqual(widthPx)
      }
  })

  test('going down and up keeps to the column', () => {
    const groups = [group('A', 'abc'), group('B', 'de'), group('C', 'fgh'), group('D', 'i')]
    const metrics = { ...METRICS, widthPx: 604 }
    const rows = planRows(groups, metrics)
    expect(rowOf(rows, 'i')).toBe(1)
    expect(besideRow(rows, 'b', 1, metrics)).toBe('g')
    expect(besideRow(rows, 'e', 1, metrics)).toBe('i')
    expect(besideRow(rows, 'i', -1, metrics)).toBe('d')
    expect(besideRow(rows, 'i', 1, metrics)).toBe('i')
  })
})

describe('filters', () => {
  const edge = { code: 'edge-unsure', share01: 0.4, confidence01: 0.2 } as Finding
  const holes = { code: 'holes', count: 1 } as Finding
  const mug = { name: 'Mug', colour: 'White', ...PLAIN, type: 'Cup', brand: 'Ottermere' }
  const product = (sku: string): Product => ({
    ...mug,
    id: productId(shootId('s'), sku),
    shootId: shootId('s'),
    sku,
  })
  const view = shootView({
    shots: [
      shot('a', 'M-1', { angle: 'front', findings: [edge] }),
      shot('b', 'M-1', { angle: 'top', findings: [holes], verdict: { kind: 'passed' } }),
      shot('c', 'M-2', { angle: 'front', verdict: { kind: 'returned', reason: 'edge' } }),
      shot('d', null, { failure: 'damaged', findings: [edge] }),
    ],
    products: new Map(['M-1', 'M-2'].map((sku) => [sku, product(sku)])),
  })
  const left = (change: Partial<Filter>): string =>
    matching(view.shots, view, { ...NO_FILTER, ...change })
      .map(({ id }) => id)
      .join('')

  test('leave what has one of the values of every field, and the text in its names', () => {
    expect(left({})).toBe('abcd')
    expect(left({ finding: ['edge-unsure'] })).toBe('ad')
    expect(left({ finding: ['edge-unsure', 'holes'] })).toBe('abd')
    expect(left({ finding: ['edge-unsure'], angle: ['front'] })).toBe('a')
    expect(left({ verdict: ['passed', 'returned'] })).toBe('bc')
    expect(left({ verdict: ['none'] })).toBe('ad')
    expect(left({ state: ['failed'] })).toBe('d')
    expect(left({ product: [''] })).toBe('d')
    expect(left({ text: ' mug ' })).toBe('abc')
    expect(left({ text: 'm-2' })).toBe('c')
    expect(left({ text: 'C.JPG' })).toBe('c')
  })

  test('count each value over what the other fields leave', () => {
    const filter = { ...NO_FILTER, angle: ['front'] }
    const counts = (field: Field) =>
      choicesOf(field, view, filter).map(({ words, count }) => `${words} ${count}`)
    expect(counts('angle')).toEqual(['front 2', 'top 1'])
    expect(counts('finding')).toEqual(['Edge unsure 1', 'Open gaps 0'])
    expect(counts('product')).toEqual(['M-1 Mug 1', 'M-2 Mug 1', 'No product 0'])
    expect(counts('verdict')).toEqual(['Returned 1', 'Passed 0', 'No verdict yet 1'])
    expect(counts('state')).toEqual(['Failed 0', 'Not made 2'])
  })

  test('are words that can be taken off one by one', () => {
    const filter = { ...NO_FILTER, finding: ['edge-unsure', 'holes'], text: 'mug' }
    const words = filterWords(filter, view)
    expect(words.map((each) => each.words)).toEqual(['Edge unsure, Open gaps', '“mug”'])
    expect(words[0]!.without).toEqual({ ...NO_FILTER, text: 'mug' })
    expect(toggled(filter, 'finding', 'holes').finding).toEqual(['edge-unsure'])
    expect(toggled(filter, 'angle', 'top').angle).toEqual(['top'])
  })

  test('orders: the worst first, failed and returned ones before all', () => {
    const ids = inOrder(view.shots, view, 'worst').map(({ id }) => id)
    expect(ids.join('')).toBe('dcab')
  })
})

test('findings are counted once a shot, worst first, notes apart', () => {
  const overLimit = { code: 'over-limit', placement: 'page', bytes: 9, limitBytes: 1 } as Finding
  const shots = [
    shot('a', null, {
      findings: [
        { code: 'holes', count: 1 } as Finding,
        { code: 'edge-unsure', share01: 0.4 } as Finding,
      ],
    }),
    shot('b', null),
  ]
  const renditions = bySlots([
    renditionRow('b', 'page', { findings: [overLimit] }),
    renditionRow('b', 'card', { findings: [overLimit] }),
  ])
  const { look, notes } = countFindings(shots, (one) =>
    findingsOf(one, shootView({ shots, renditions })),
  )
  expect(look.map(({ code, shotIds }) => [code, shotIds])).toEqual([
    ['over-limit', ['b']],
    ['edge-unsure', ['a']],
  ])
  expect(notes.map(({ code }) => code)).toEqual(['holes'])
})

test('the frame lens reads fill and distance from the centre', () => {
  const box = { x: 0.1, y: 0.3, width: 0.85, height: 0.4 }
  const rendition = { productBox: box } as Rendition // only the box is read
  expect(fill01(rendition)).toBe(0.85)
  expect(offCentre01(rendition)).toBeCloseTo(0.025, 9)
})
