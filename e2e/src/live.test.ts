import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { ShopProduct } from '@cloudbank/core/live'
import { shopInFolder, type Shop } from '@cloudbank/server'
import { giveFiles, rowsOf, startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'

// Make → look → put live → take back, against the shop that ships with the app.

let folder = ''
let shop: Shop
let app: RunningApp
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-shop-'))
  shop = await shopInFolder(folder)
  app = await startApp('warm', null, { shop: shop.router })
})
afterAll(async () => {
  await app.stop()
  await rm(folder, { recursive: true, force: true })
})

const CSV = 'sku,name\nOCK-101,Blue mug\nOCK-102,Green mug\nOCK-108,Coffee pot\n'

/** What the shop shows, asked as the page asks. */
async function live(): Promise<readonly ShopProduct[]> {
  const { port } = app.server
  const headers = { Authorization: `Bearer ${shop.key}` }
  const response = await fetch(`http://localhost:${port}/shop/api/products`, { headers })
  return (await response.json()) as ShopProduct[]
}

async function importTable(text: string): Promise<void> {
  const { page } = app
  await giveFiles(page, 'Photographs to add', [{ name: 'names.csv', buffer: Buffer.from(text) }])
  const table = page.getByRole('dialog', { name: 'names.csv' })
  await table.getByRole('button', { name: /^Import/ }).click()
  await table.waitFor({ state: 'detached' })
}

test('finished products are put live, kept up to date, and taken back', async () => {
  const { page } = app
  await openShoot(
    app,
    ['OCK-101-front.jpg', 'OCK-102-front.jpg', 'OCK-108-front.jpg', 'OCK-108-three-quarter.jpg'],
    'made',
  )
  await importTable(CSV)
  await page.getByRole('link', { name: 'Live', exact: true }).click()
  await page.getByText('Enter the shop’s key').waitFor()
  await page.getByLabel('Key', { exact: true }).fill('guessed')
  await page.getByLabel('Signed by').fill('Mira')
  await page.getByLabel('Signed by').press('Tab')
  await page.getByText('the shop doesn’t know this key').waitFor()
  await page.getByLabel('Key', { exact: true }).fill(shop.key)
  await page.getByLabel('Key', { exact: true }).press('Tab')
  await page.getByText('3 new, 0 changed, 0 the same, 0 taken down.').waitFor()

  // The network goes while it is put live; the page is opened anew before it is back.
  app.server.away = (path) => path.startsWith('/shop/api/files')
  await page.getByRole('button', { name: 'Put 3 products live' }).click()
  await page.getByText('Waits: the shop doesn’t answer').waitFor()
  expect(await live()).toEqual([])
  await page.reload()
  await page.getByText('0 of 3 products put live by Mira').waitFor()
  app.server.away = () => false
  await page.getByText('3 of 3 products put live by Mira').waitFor()
  await page.getByText('The shop shows everything as it is made.').waitFor()
  const first = await live()
  expect(first.map(({ id, title, pictures }) => [id, title, pictures.length])).toEqual([
    ['OCK-101', 'Blue mug', 1],
    ['OCK-102', 'Green mug', 1],
    ['OCK-108', 'Coffee pot', 2],
  ])
  const shoppers = await app.context.newPage()
  await shoppers.goto(`${app.url}/shop/products/OCK-108`)
  const widths = shoppers
    .locator('img')
    .evaluateAll((all) =>
      Promise.all(
        all.map((one) =>
          (one as HTMLImageElement).decode().then(() => (one as HTMLImageElement).naturalWidth),
        ),
      ),
    )
  expect((await widths).every((width) => width >= 500)).toBe(true)
  await shoppers.close()

  // One product's words change; the others are left alone.
  await page.getByRole('link', { name: 'Sheet' }).click()
  await importTable('sku,name\nOCK-101,Sky mug\n')
  await page.getByRole('link', { name: 'Live', exact: true }).click()
  await page.getByText('0 new, 1 changed, 2 the same, 0 taken down.').waitFor()
  await page.getByRole('button', { name: 'Put 1 product live' }).click()
  await page.getByText('1 of 1 product put live by Mira').waitFor()
  const second = await live()
  expect(second.map(({ title }) => title)).toEqual(['Sky mug', 'Green mug', 'Coffee pot'])
  expect(second.slice(1)).toEqual(first.slice(1))

  // Taken back, newest first: the words, then everything.
  const takeBack = page.getByRole('button', { name: 'Take back' })
  await takeBack.first().click()
  await page.getByText('1 of 1 product taken back by Mira').waitFor()
  const plain = (products: readonly ShopProduct[]) =>
    products.map(({ version: _, ...rest }) => rest)
  expect(plain(await live())).toEqual(plain(first))
  await page.locator('[data-go-live=put]').last().getByRole('button', { name: 'Take back' }).click()
  await page.getByText('3 of 3 products taken back by Mira').waitFor()
  expect(await live()).toEqual([])
  const rows = await rowsOf<{ state: string }>(page, 'goLives')
  expect(rows.map(({ state }) => state)).toEqual(['finished', 'finished', 'finished', 'finished'])
})
