import { afterAll, beforeAll, expect, test } from 'vitest'
import { openDemo, rowsOf, startApp, type RunningApp } from './harness'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

test('the demo shoot comes in whole, with its products; opened again, it is the same one', async () => {
  const { page } = app
  await openDemo(app)
  const sheet = page.url()
  const shots = await rowsOf<{ fileName: string; sku: string | null }>(page, 'shots')
  expect(shots.length).toBe(31)
  const products = await rowsOf<{ sku: string; name: string }>(page, 'products')
  const named = new Map(products.map(({ sku, name }) => [sku, name]))
  for (const { fileName, sku } of shots) expect(named.get(sku ?? ''), fileName).toBeTruthy()
  await page.goto(app.url)
  await openDemo(app)
  expect(page.url()).toBe(sheet)
  expect((await rowsOf(page, 'shots')).length).toBe(31)
  expect((await rowsOf(page, 'shoots')).length).toBe(1)
})
