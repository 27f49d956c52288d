import { describe, expect, test } from 'vitest'
import { productId, type Product, type Rendition, type Shot } from '../../data'
import { shootId } from '../../data/ids.testing'
import { renditionRow, shotRow } from '../../data/rows.testing'
import { bySlots, shootView } from '../../data/view.testing'
import { countFindings } from './findingCounts'
import { fill01, offCentre01 } from './frameReading'
import { NOTHING, select } from './selection'
import { groupByProduct } from '../../work/products'
import { planRows } from './sheetRows'

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
    const rows = planRows(groups, 2)
    expect(
      rows.map((row) =>
        row.kind === 'head' ? `${row.sku}:${row.count}` : row.shots.map(({ id }) => id).join(''),
      ),
    ).toEqual(['A-1:1', '3', 'B-2:3', '24', '5', ':1', '1'])
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
  const { look, notes } = countFindings(shootView({ shots, renditions }))
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
