import type { CDPSession } from 'playwright-core'
import { afterEach, beforeEach, expect, test } from 'vitest'
import {
  countRenditions,
  demoPhotos,
  newShoot,
  rowsOf,
  startApp,
  type RunningApp,
  giveFiles,
} from './harness'

// A browser that gives no more room.

let app: RunningApp
let client: CDPSession
// The browser looks at its limit before the first write, and not soon again: each test has one of its own.
beforeEach(async () => {
  app = await startApp()
  client = await app.context.newCDPSession(app.page)
})
afterEach(() => app.stop())

const FILES = ['OCK-101-front.jpg', 'OCK-102-front.jpg', 'OCK-103-front.jpg', 'OCK-108-front.jpg']

/** Lets the app have this many bytes in all; null lifts the limit. */
async function limitTo(bytes: number | null): Promise<void> {
  const quota = bytes === null ? {} : { quotaSize: bytes }
  await client.send('Storage.overrideQuotaForOrigin', { origin: app.url, ...quota })
}

test('full while files come in: what there is room for is kept, the rest is named at once; it goes on with room', async () => {
  const { page, url } = app
  // What is kept back takes its part of it.
  await limitTo(1_450_000)
  await page.goto(url)
  await page.getByText('Drop photographs anywhere').waitFor()
  const files = await demoPhotos(FILES)
  await giveFiles(page, 'Photographs for a new shoot', files)
  await page
    .getByText(/^No space left in this browser for OCK-10\d-front\.jpg and \d more files?/)
    .waitFor()
  await limitTo(null)
  const kept = (await rowsOf(page, 'arrivals')).length + (await rowsOf(page, 'shots')).length
  expect(kept).toBeLessThan(FILES.length)
  // What was named comes in when it is dropped again.
  await giveFiles(page, 'Photographs to add', files)
  await page
    .getByRole('navigation')
    .getByText(`${FILES.length} shots ·`)
    .waitFor({ timeout: 60_000 })
})

test('full in the middle of a run: it is held and says so, and goes on by itself when room is made', async () => {
  const { page, url } = app
  await page.goto(url)
  await limitTo(9_000_000)
  await newShoot(app, await demoPhotos(FILES))
  const sheet = page.url()
  await page.goto(`${sheet}/brief`)
  await page.getByLabel('Start from').selectOption('Cut-outs')
  await page.getByRole('button', { name: 'Make 4 renditions' }).click()
  await page
    .getByText(
      'The run is paused: no space left in this browser. Free some on the home page; it resumes by itself.',
    )
    .waitFor({ timeout: 180_000 })
  await page.getByText('Paused', { exact: true }).waitFor()
  const before = await countRenditions(page)
  expect(before).toBeGreaterThan(0)
  expect(before).toBeLessThan(4)
  await limitTo(null)
  await page.goto(url)
  await page.getByRole('button', { name: 'Free earlier versions' }).click()
  await page.getByText(/^Nothing to free|freed\.$/).waitFor()
  await page.goto(sheet)
  await page.getByRole('button', { name: 'All 4 renditions made' }).waitFor({ timeout: 180_000 })
})
