import { readFile } from 'node:fs/promises'
import { zipSync, type Zippable } from 'fflate'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  DEMO,
  demoPhoto,
  demoPhotos,
  giveFiles,
  newShoot,
  startApp,
  type RunningApp,
} from './harness'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const jpeg = (name: string, buffer: Buffer) => ({ name, buffer })

test('bad files are named with their reasons, the good ones go through, and all of it survives a reload', async () => {
  const { page, url } = app
  const good = await readFile(`${DEMO}photos/OCK-108-three-quarter.jpg`)
  const wide = await sharp({
    create: { width: 12_000, height: 1500, channels: 3, background: '#d8d8d4' },
  })
    .composite([
      {
        input: await sharp({ create: { width: 900, height: 800, channels: 3, background: '#244' } })
          .png()
          .toBuffer(),
        left: 5000,
        top: 350,
      },
    ])
    .jpeg()
    .toBuffer()
  const png = await sharp(await readFile(`${DEMO}photos/IMG_2050.jpg`))
    .png()
    .toBuffer()
  await page.goto(url)
  await page.getByText('Drop photographs anywhere').waitFor()
  await giveFiles(page, 'Photographs for a new shoot', [
    jpeg('good-front.jpg', good),
    jpeg('cut-short.jpg', good.subarray(0, 200_000)),
    jpeg('notes.jpg', Buffer.from('These are notes, not a picture.')),
    jpeg('empty.jpg', Buffer.alloc(0)),
    jpeg('panorama 🏕.jpg', wide),
    jpeg('really-a-png.jpg', png),
    jpeg('good-again.jpg', good),
  ])
  const refusals = page.getByTestId('refusals')
  await refusals.getByText('3 files not imported').waitFor({ timeout: 60_000 })
  const text = (await refusals.textContent()) ?? ''
  expect(text).toContain('cut-short.jpg: cut short after 200,000 bytes')
  expect(text).toContain('notes.jpg: 31 bytes long, not a picture')
  expect(text).toContain('empty.jpg: 0 bytes long')

  // The same photograph under two names is kept once, and named.
  await page.getByText('3 shots ·').waitFor()
  const known = (await page.getByTestId('known-files').textContent()) ?? ''
  expect(known).toContain('good-again.jpg: the same photograph as good-front.jpg, kept once')
  await page.getByRole('button', { name: 'Make 6 renditions' }).click()
  await page.getByRole('button', { name: 'All 6 renditions made' }).waitFor({ timeout: 120_000 })

  await page.reload()
  await page.getByRole('button', { name: 'All 6 renditions made' }).waitFor()
  expect(await page.locator('.tile').count()).toBe(3)
  await refusals.getByText('3 files not imported').waitFor()
  await refusals.getByRole('button', { name: 'Clear this list' }).click()
  await refusals.waitFor({ state: 'detached' })
})

test('removed shots come back with undo, and a deleted shoot is gone', async () => {
  const { page, url } = app
  await newShoot(app, await demoPhotos(['OCK-108-front.jpg', 'IMG_2050.jpg']))
  await page.locator('.tile').first().click()
  await page.getByText('1 shot selected').first().waitFor()
  await page.getByRole('button', { name: 'Remove' }).click()
  await page.getByText('1 shot ·').waitFor()
  await page.keyboard.press('u')
  await page.getByText('2 shots ·').waitFor()
  const shootUrl = page.url()
  await page.goto(url)
  await page.getByRole('button', { name: 'Delete' }).first().click()
  await page.getByRole('button', { name: 'Delete 2 photographs' }).click()
  await page.getByRole('alertdialog').waitFor({ state: 'detached' })
  await page.goto(shootUrl)
  await page.getByText('nothing here', { exact: false }).first().waitFor()
})

test('what is in a zip comes in beside single files; each reject is named once, with a second tab open', async () => {
  const { page, url, context } = app
  const photo = (await demoPhoto('IMG_2050.jpg')).buffer
  const files: Zippable = { 'day 1/inside.jpg': [photo, { level: 0 }] }
  for (let i = 0; i < 40; i++) files[`notes-${i}.jpg`] = Buffer.from(`notes ${i}`)
  const zip = zipSync(files, { level: 1 })
  await page.goto(url)
  const second = await context.newPage()
  await second.goto(url)
  await newShoot(
    app,
    [{ name: 'shoot.zip', buffer: Buffer.from(zip) }, await demoPhoto('OCK-108-front.jpg')],
    2,
  )
  await second.goto(page.url())
  for (const tab of [page, second]) {
    await tab.getByTestId('refusals').getByText('40 files not imported').waitFor()
    const lines = await tab
      .getByTestId('refusals')
      .getByText(/notes-\d+\.jpg/)
      .count()
    expect(lines).toBe(40)
  }
  await second.close()
})
