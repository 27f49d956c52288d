import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import type { Locator } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { DEMO, giveFiles, rowsOf, startApp, unzip, type RunningApp } from './harness'
import { openShoot } from './openShoot'

const SHOTS = [
  'OCK-102-front.jpg',
  'OCK-109-TEA-front.jpg',
  'OCK-109-SLA-front.jpg',
  'OCK-108-front.jpg',
  'OCK-108-three-quarter.jpg',
] as const

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
  await openShoot(app, SHOTS, 'made')
  await giveFiles(app.page, 'Photographs to add', [
    {
      name: 'products.csv',
      buffer: await readFile(`${DEMO}products.csv`),
    },
  ])
  await app.page.getByRole('button', { name: /^Import \d+ products$/ }).click()
  await app.page.getByText('Trail Flask 750 ml').first().waitFor()
})
afterAll(() => app.stop())

const shop = () => app.page.frameLocator('iframe')
/** Presses something of the shop, whose window is another one before the answer could come. */
async function press(thing: Locator): Promise<void> {
  const element = await thing.elementHandle()
  await element!.evaluate((one) => (one as HTMLElement).click()).catch(() => undefined)
}
const slots = () => app.page.getByRole('region', { name: 'What each slot loads' })

test('each slot shows what the browser chose for it, by width and density', async () => {
  const { page } = app
  await page.getByRole('link', { name: 'Shelf' }).click()
  await shop().locator('a[data-sku]').nth(3).waitFor()
  const loaded = (name: string) => slots().getByText(name, { exact: true }).first().waitFor()
  // 820 px in three columns, two device pixels each: the card's 600 are enough.
  await loaded('OCK-102 front, card')
  await page.getByRole('radio', { name: '3×' }).click()
  await loaded('OCK-102 front, page')
  await page.getByRole('radio', { name: '1×' }).click()
  await loaded('OCK-102 front, card')
  await page.getByText(/^\d pictures loaded, \d+\u00a0KB$/).waitFor()
})

test('a product’s page switches its variants; its order is changed here, and taken back', async () => {
  const { page } = app
  await press(shop().locator('a[data-sku="OCK-109-SLA"]'))
  await shop().getByRole('heading', { name: 'Trail Flask 750 ml' }).waitFor()
  await slots()
    .getByText(/^OCK-109-SLA front/)
    .first()
    .waitFor()
  // The large picture behind the zoom waits until it is asked for.
  expect(await shop().locator('.large img').first().getAttribute('loading')).toBe('lazy')
  const pixels = await shop()
    .locator('.large img')
    .evaluateAll((images) => images.map((image) => (image as HTMLImageElement).naturalWidth))
  expect(pixels.every((width) => width === 0)).toBe(true)
  await press(shop().getByLabel('Teal'))
  await slots()
    .getByText(/^OCK-109-TEA front/)
    .first()
    .waitFor()

  await page.getByRole('button', { name: 'Listing' }).click()
  await press(shop().locator('a[data-sku="OCK-108"]'))
  const order = page.getByRole('region', { name: 'Order' }).getByRole('listitem')
  await expect.poll(() => order.count()).toBe(2)
  expect(await order.first().getAttribute('aria-label')).toBe('front, cover')
  await order.nth(1).focus()
  await page.keyboard.press('ArrowLeft')
  await expect.poll(() => order.first().getAttribute('aria-label')).toBe('three-quarter, cover')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(() => order.first().getAttribute('aria-label')).toBe('front, cover')
})

test('beside the photographs as they came', async () => {
  const { page } = app
  await page.getByRole('button', { name: 'Listing' }).click()
  await page.getByLabel('beside').selectOption('originals')
  await expect.poll(() => page.locator('iframe').count()).toBe(2)
  const other = page.frameLocator('iframe >> nth=1').locator('img').first()
  await expect.poll(() => other.getAttribute('width')).toBe('2400')
  await page.getByLabel('beside').selectOption('')
})

test('saved as a folder, it opens by itself from disk, with every picture that it names', async () => {
  const { page, context } = app
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as a folder' }).click()
  const files = await unzip(await saving)
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-shelf-'))
  for (const [path, bytes] of Object.entries(files)) {
    await mkdir(dirname(join(folder, path)), { recursive: true })
    await writeFile(join(folder, path), bytes)
  }
  const opened = await context.newPage()
  const broken: string[] = []
  opened.on('requestfailed', (request) => broken.push(request.url()))
  await opened.goto(`file://${folder}/index.html`)
  const names = await opened.locator('.name').allTextContents()
  expect(names).toEqual([
    'Enamel Mug, Forest Green',
    'Hammered Coffee Pot, Copper',
    'Trail Flask 750 ml, Slate',
    'Trail Flask 750 ml, Teal',
  ])
  await opened.getByText('Hammered Coffee Pot').click()
  await opened.getByRole('heading', { name: 'Hammered Coffee Pot' }).waitFor()
  const widths = await opened.locator('picture img').evaluateAll((images) =>
    Promise.all(
      (images as HTMLImageElement[]).map(async (image) => {
        image.loading = 'eager'
        await image.decode()
        return image.naturalWidth
      }),
    ),
  )
  expect(widths.every((width) => width > 0)).toBe(true)
  expect(broken).toEqual([])
  await opened.close()
  await rm(folder, { recursive: true })

  const feed = JSON.parse(new TextDecoder().decode(files['feed.json'])) as {
    products: { sku: string; pictures: { files: { path: string; bytes: number }[] }[] }[]
  }
  const named = feed.products.flatMap(({ pictures }) => pictures.flatMap((one) => one.files))
  expect(named).toHaveLength(10)
  for (const { path, bytes } of named) expect(files[path]?.length).toBe(bytes)
  expect((await rowsOf<{ standing: string }>(page, 'renditions')).length).toBe(10)
})

test('beside another shoot, whose name it bears', async () => {
  const { page } = app
  const shelf = page.url()
  await openShoot(app, ['OCK-108-front.jpg'], 'made')
  const id = new URL(page.url()).pathname.split('/')[2]!
  const shoots = await rowsOf<{ id: string; name: string }>(page, 'shoots')
  const { name } = shoots.find((one) => one.id === id)!
  await page.goto(shelf)
  await page.getByLabel('beside').selectOption(name)
  const other = page.frameLocator(`iframe[title="The shop, ${name}"]`)
  await other.getByRole('heading', { name }).waitFor()
  expect(await other.locator('a[data-sku]').count()).toBe(1)
  expect(await shop().locator('a[data-sku]').count()).toBe(4)
})
