import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  demoPhotos,
  giveFiles,
  newShoot,
  startApp,
  type GivenFile,
  type RunningApp,
} from './harness'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const csv = (name: string, text: string): GivenFile => ({
  name,
  buffer: Buffer.from(text),
})

test('a folder and its CSV come in, and the columns are mapped', async () => {
  const { page, url } = app
  const text =
    'Artikelnummer;Bezeichnung;Farbe;Lager\nOCK-101;"Becher ""Möwe""";Weiß;3\nOCK-102;Becher;Grün;4\n;ohne;;\nOCK-102;doppelt;;\n'
  const photographs = await demoPhotos(['OCK-101-front.jpg', 'OCK-102-front.jpg'])
  await page.goto(url)
  await giveFiles(page, 'Photographs for a new shoot', [...photographs, csv('products.csv', text)])
  const window = page.getByRole('dialog', { name: 'products.csv' })
  await window.waitFor({ timeout: 60_000 })
  expect(await window.getByLabel('Column for SKU').inputValue()).toBe('0')
  await window.getByLabel('Column for Name').selectOption('Bezeichnung')
  await window.getByText('Becher "Möwe"').first().waitFor()
  const problems = await window.getByTestId('table-problems').textContent()
  expect(problems).toContain('Row 4, Artikelnummer: no SKU')
  expect(problems).toContain('Row 5, Artikelnummer: OCK-102 is in row 3 already')
  await window.getByRole('button', { name: 'Import 2 products' }).click()
  await window.waitFor({ state: 'detached' })
  await page.getByText('Becher "Möwe", weiß').waitFor()
  await page.getByText('2 shots ·').waitFor({ timeout: 60_000 })
})

test('three tables dropped together open one after the other, after a reload too', async () => {
  const { page } = app
  await newShoot(app, await demoPhotos(['OCK-108-front.jpg']))
  const names = ['mugs.csv', 'pots.csv', 'too-wide.csv']
  await giveFiles(page, 'Photographs to add', [
    csv(names[0]!, 'sku,name\nA-1,Mug\n'),
    csv(names[1]!, 'sku,name\nB-1,Pot\n'),
    csv(names[2]!, `${Array.from({ length: 20_000 }, (_, i) => `c${i}`).join(',')}\n`),
  ])
  const window = (name: string) => page.getByRole('dialog', { name })
  await window(names[0]!).getByText('2 more tables after this one.').waitFor()
  await window(names[0]!).getByRole('button', { name: 'Import 1 product' }).click()
  await window(names[1]!).getByText('1 more table after this one.').waitFor()
  await page.reload()
  await window(names[1]!).getByRole('button', { name: 'Cancel' }).click()
  const refused = window(names[2]!)
  await refused
    .getByText('20,000 columns; a product table can have at most 200.')
    .waitFor({ timeout: 5000 })
  await refused.getByRole('button', { name: 'Cancel' }).click()
  await refused.waitFor({ state: 'detached' })
})
