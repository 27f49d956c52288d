// @vitest-environment jsdom
import 'fake-indexeddb/auto'
import { act, fireEvent, screen, within } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { draw } from '../../app/drawn.testing'
import { database, type ShootView } from '../../data'
import { useNotices } from '../../notices'
import { useProductData } from '../../work/products'
import { ProductDataWindow } from './ProductDataWindow'

const shots = ['OCK-101-front', 'OCK-101-top', 'OCK-102-front'].map((name, order) =>
  shotRow(name, { order }),
)
const view: ShootView = { ...shootView({ shots }), refusals: [], readAt: 0 }

beforeEach(async () => {
  await database.shoots.put(view.shoot)
  await database.briefs.put(view.briefRow)
  await database.shots.bulkPut(shots)
  useProductData.getState().open()
})
afterEach(async () => {
  act(() => useProductData.getState().close())
  await Promise.all(database.tables.map((table) => table.clear()))
})

/** The window with a table that was pasted. */
async function pasted(text: string) {
  const drawn = draw(<ProductDataWindow view={view} />)
  const field = await screen.findByRole('textbox', { name: 'Product data' })
  fireEvent.change(field, { target: { value: text } })
  return drawn
}

const columnOf = (label: string): string => {
  const field = screen.getByLabelText<HTMLSelectElement>(`Column for ${label}`)
  return field.selectedOptions[0]?.textContent ?? ''
}

test('columns are guessed by their headings and shown with the first rows', async () => {
  await pasted('Title;SKU;Colour\n"Coffee Pot, hammered";OCK-101;copper\nBowl;OCK-102;blue\n')
  expect([columnOf('SKU'), columnOf('Name'), columnOf('Colour')]).toEqual([
    'SKU',
    'Title',
    'Colour',
  ])
  const [, first] = screen.getAllByRole('row')
  expect(within(first!).getByText('Coffee Pot, hammered')).toBeTruthy()
})

test('products are imported, and the names of the shots lead to them', async () => {
  const { user } = await pasted('sku,name\nOCK-101,Mug\nOCK-102,Jug\n')
  await user.click(screen.getByRole('button', { name: 'Import 2 products' }))
  await vi.waitFor(async () => {
    const rows = await database.products.toArray()
    expect(rows.map(({ sku, name }) => [sku, name]).sort()).toEqual([
      ['OCK-101', 'Mug'],
      ['OCK-102', 'Jug'],
    ])
    const found = await database.shots.orderBy('id').toArray()
    expect(found.map(({ sku, angle }) => [sku, angle])).toEqual([
      ['OCK-101', 'front'],
      ['OCK-101', 'top'],
      ['OCK-102', 'front'],
    ])
  })
  await vi.waitFor(() =>
    expect(useNotices.getState().notices.at(-1)?.text).toMatch(
      /^2 products imported\. Names read as .+: 3 shots changed\.$/,
    ),
  )
  // Done, it closes.
  await vi.waitFor(() => expect(useProductData.getState().text).toBeNull())
})

test('rows that can’t be used are named by row and reason; the others are imported', async () => {
  const { user } = await pasted('sku,name\nOCK-101,Mug\n,Nameless\nOCK-101,Again\n')
  const problems = within(screen.getByTestId('table-problems'))
  expect(problems.getByText(/^Row 3/)).toBeTruthy()
  expect(problems.getByText(/^Row 4/)).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Import 1 product' }))
  await vi.waitFor(async () =>
    expect((await database.products.toArray()).map(({ name }) => name)).toEqual(['Mug']),
  )
})

test('another column can be chosen; without one for SKU nothing can be imported', async () => {
  const { user } = await pasted('code,article\nA,B\n')
  await user.selectOptions(screen.getByLabelText('Column for SKU'), 'none')
  expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Import/ }).disabled).toBe(true)
  await user.selectOptions(screen.getByLabelText('Column for SKU'), 'article')
  await user.click(screen.getByRole('button', { name: 'Import 1 product' }))
  await vi.waitFor(async () =>
    expect((await database.products.toArray()).map(({ sku }) => sku)).toEqual(['B']),
  )
})

test('a table that is far too wide is refused in words, and nothing is offered', async () => {
  const { user } = await pasted(Array.from({ length: 5000 }, (_, i) => `c${i}`).join(','))
  expect(screen.getByRole('alert').textContent).toMatch(/^5,000 columns; /)
  expect(screen.queryByRole('button', { name: /^Import/ })).toBeNull()
  await user.click(screen.getByRole('button', { name: 'Cancel' }))
  expect(useProductData.getState().text).toBeNull()
})

test('a pattern says how many names it reads, and is applied to them', async () => {
  const { user } = draw(<ProductDataWindow view={view} />)
  const pattern = await screen.findByLabelText('Pattern of the file names')
  await user.clear(pattern)
  await user.type(pattern, 'ANY')
  expect(screen.getByText('has no SKU')).toBeTruthy()
  const apply = screen.getByRole<HTMLButtonElement>('button', { name: 'Apply to file names' })
  expect(apply.disabled).toBe(true)
  await user.clear(pattern)
  await user.type(pattern, 'SKU-ANGLE')
  expect(screen.getByText('matches 3 of 3 shots to products')).toBeTruthy()
  await user.click(apply)
  await vi.waitFor(async () =>
    expect((await database.shots.orderBy('id').toArray()).map(({ angle }) => angle)).toEqual([
      'front',
      'top',
      'front',
    ]),
  )
})

test('tables that were dropped come one after the other', async () => {
  act(() => useProductData.getState().close())
  const dropped = (fileName: string, text: string) => ({
    shootId: view.shoot.id,
    fileName,
    blob: new Blob([text]),
  })
  await database.productTables.bulkAdd([
    dropped('first.csv', 'sku,name\nOCK-101,Mug\n'),
    dropped('second.csv', 'sku,name\nOCK-102,Jug\n'),
  ])
  const { user } = draw(<ProductDataWindow view={view} />)
  await screen.findByText('Import products from first.csv')
  expect(screen.getByText('1 more table after this one.')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Import 1 product' }))
  await screen.findByText('Import products from second.csv')
  await user.click(screen.getByRole('button', { name: 'Cancel' }))
  await vi.waitFor(async () => expect(await database.productTables.count()).toBe(0))
  expect((await database.products.toArray()).map(({ name }) => name)).toEqual(['Mug'])
})
