import { afterAll, beforeAll, expect, test } from 'vitest'
import { demoPhotos, pathsOf, rowsOf, startApp, unzip, type RunningApp } from './harness'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

test('the whole way without a mouse: a new shoot with its name, date and brief, to the zip', async () => {
  const { page } = app
  const { keyboard } = page
  await page.goto(app.url)
  await page.getByText('Drop photographs anywhere').waitFor()
  await keyboard.press('n')
  const making = page.getByRole('dialog', { name: 'New shoot' })
  await making.getByLabel('Name').waitFor()
  // What is there is selected, so that typing takes its place.
  await keyboard.type('Spring pots')
  await keyboard.press('Tab')
  await keyboard.type('12042027')
  await making.getByLabel('Brief to start from').focus()
  await keyboard.type('Pale')
  await keyboard.press('Tab')
  await keyboard.press('Tab')
  await keyboard.press('Enter')
  await making.waitFor({ state: 'detached' })
  await page.getByText(/^due \w{3} \d+ \w{3}, in [\d,]+ days$/).waitFor()

  const choosing = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Add …' }).focus()
  await keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Photographs …' }).waitFor()
  await keyboard.press('Enter')
  await (
    await choosing
  ).setFiles(pathsOf(await demoPhotos(['OCK-108-front.jpg', 'OCK-111-top.jpg'])))
  await page.getByText('2 shots ·').waitFor()

  await keyboard.press('i')
  const changing = page.getByRole('dialog', { name: 'Name, due date and brief' })
  await changing.getByLabel('Name').waitFor()
  await keyboard.type('Spring pots and bowls')
  await keyboard.press('Enter')
  await changing.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Spring pots and bowls' }).waitFor()

  await keyboard.press('m')
  await page.getByRole('button', { name: 'All 2 renditions made' }).waitFor({ timeout: 120_000 })
  await keyboard.press('e')
  await page.getByText('worst first, 1 of 2').waitFor()
  await keyboard.press('Space')
  await page.getByText('worst first, 2 of 2').waitFor()
  await keyboard.press('Space')
  await page.getByText('2 passed, 0 returned, 0 unreviewed.').waitFor()
  await keyboard.press('d')
  const button = page.getByRole('button', { name: /^Download 2 renditions/ })
  await button.waitFor()
  const downloading = page.waitForEvent('download')
  while (!(await button.evaluate((element) => element === document.activeElement)))
    await keyboard.press('Tab')
  await keyboard.press('Enter')
  const download = await downloading
  expect(download.suggestedFilename()).toBe('Spring pots and bowls.zip')
  expect(Object.keys(await unzip(download)).sort()).toEqual([
    'manifest.csv',
    'manifest.json',
    'page/OCK-108-front.webp',
    'page/OCK-111-top.webp',
    'pictures.html',
  ])
  const [shoot] = await rowsOf<{ dueOn: string | null }>(page, 'shoots')
  expect(shoot?.dueOn).toMatch(/^2027-/)
})
