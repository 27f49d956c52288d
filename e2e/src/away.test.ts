import sharp from 'sharp'
import { afterEach, beforeEach, expect, test } from 'vitest'
import {
  demoPhoto,
  demoPhotos,
  newShoot,
  rowsOf,
  startApp,
  type RunningApp,
  giveFiles,
} from './harness'

// The server goes away for a moment; what can be done in the browser is done, the rest waits and says so.

let app: RunningApp
// A browser keeps what it has fetched once: each test has one that has fetched nothing.
beforeEach(async () => {
  // What it has not kept it must ask for.
  app = await startApp('cold')
})
afterEach(() => app.stop())

test('a finder, an encoder and a worker that can’t be fetched are waited for; nothing is called refused', async () => {
  const files = await demoPhotos(['OCK-101-front.jpg', 'OCK-108-front.jpg'])
  app.server.away = (path) => /\.onnx|encoder|enc-|enc\b.*\.wasm|_enc/.test(path)
  await newShoot(app, files)
  const { page } = app
  await page.getByRole('button', { name: 'Make 4 renditions' }).click()
  await page
    .getByText(/can’t be loaded/)
    .first()
    .waitFor({ timeout: 30_000 })
  app.server.away = () => false
  await page.getByRole('button', { name: 'All 4 renditions made' }).waitFor({ timeout: 90_000 })
  const shots = await rowsOf<{ failure: string | null }>(page, 'shots')
  expect(shots.every(({ failure }) => failure === null)).toBe(true)
})

test('photographs dropped while it is away are kept, and come in when it is back', async () => {
  const { page } = app
  await page.goto(app.url)
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
  app.server.away = (path) => path.includes('worker')
  const webp = await sharp((await demoPhoto('IMG_2050.jpg')).buffer)
    .webp()
    .toBuffer()
  await giveFiles(page, 'Photographs for a new shoot', [
    await demoPhoto('OCK-102-front.jpg'),
    { name: 'wood.webp', buffer: webp },
  ])
  await page.waitForURL(/\/shoots\//)
  await page
    .getByText(/can’t be loaded/)
    .first()
    .waitFor({ timeout: 30_000 })
  expect(await rowsOf(page, 'arrivals')).toHaveLength(2)
  app.server.away = () => false
  await page.getByRole('navigation').getByText('2 shots ·').waitFor({ timeout: 60_000 })
  expect(await rowsOf(page, 'refusals')).toEqual([])
})

test('workers that end in the middle of a run are replaced, and every shot is made', async () => {
  const { page } = app
  await newShoot(app, await demoPhotos(['OCK-101-front.jpg', 'OCK-108-front.jpg']))
  await page.getByRole('button', { name: 'Make 4 renditions' }).click()
  await page.getByTestId('run-count').waitFor()
  for (const worker of page.workers())
    await worker.evaluate(() => (self as unknown as { close: () => void }).close()) // it is a worker's
  await page.getByRole('button', { name: 'All 4 renditions made' }).waitFor({ timeout: 90_000 })
  const shots = await rowsOf<{ failure: string | null }>(page, 'shots')
  expect(shots.map(({ failure }) => failure)).toEqual([null, null])
})
