import { readFile } from 'node:fs/promises'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { rowsOf, startApp, type RunningApp, giveFiles } from './harness'
import { openShoot } from './openShoot'

// A shoot leaves one browser as a file and comes into another.

let here: RunningApp
let there: RunningApp
beforeAll(async () => {
  ;[here, there] = await Promise.all([startApp(), startApp()])
})
afterAll(async () => {
  await here.stop()
  await there.stop()
})

test('a shoot is saved as one file and opened in another browser, the same; a torn one is refused by name', async () => {
  const { page } = here
  await openShoot(here, ['OCK-101-front.jpg', 'OCK-101-reference.jpg'], 'made')
  await page.getByRole('button', { name: 'All 4 renditions made' }).waitFor()
  await page.keyboard.press('l')
  await page.getByRole('button', { name: 'Read the card for 2 shots' }).click({ timeout: 60_000 })
  await page.getByTestId('gains').waitFor()
  const gains = await page.getByTestId('gains').textContent()
  await page.goto(here.url)
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as a file' }).click()
  const download = await downloading
  expect(download.suggestedFilename()).toBe('New shoot.shoot.zip')
  const buffer = await readFile(await download.path())

  await there.page.goto(there.url)
  const give = (name: string, bytes: Buffer): Promise<void> =>
    giveFiles(there.page, 'Photographs for a new shoot', [{ name, buffer: bytes }])
  await give('torn.shoot.zip', buffer.subarray(0, buffer.length - 4000))
  await there.page.getByText(/^torn\.shoot\.zip couldn’t be imported: .*damaged/).waitFor()
  await give('lakeside.shoot.zip', buffer)
  await there.page.getByText('New shoot was imported from lakeside.shoot.zip.').waitFor()
  await there.page.getByRole('heading', { name: 'New shoot' }).click()
  await there.page.getByRole('navigation').getByText('2 shots ·').waitFor()
  // The neutral that was read has put everything out of date there, too.
  await there.page.getByRole('button', { name: 'Make 4 renditions' }).waitFor()
  await there.page.keyboard.press('l')
  expect(await there.page.getByTestId('gains').textContent()).toBe(gains)
  for (const table of ['shots', 'lightings', 'renditions', 'measures'])
    expect(await rowsOf(there.page, table), table).toEqual(await rowsOf(page, table))
  // What was done there can be undone here.
  await there.page.keyboard.press('u')
  await there.page.getByText('No neutral set').waitFor()
})
