import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { giveFiles, rowsOf, startApp, unzip, type RunningApp } from './harness'
import { openSaved, openShoot, saveShoot } from './openShoot'

// One shoot goes to outlets: chosen, made, checked, put right, delivered, and looked at by other eyes.

let app: RunningApp
/** The shoot as a file: it goes to two outlets, and all of their pictures are made. */
let ready: Buffer
beforeAll(async () => {
  app = await startApp()
  const { page } = app
  await openShoot(app, ['OCK-108-front.jpg', 'OCK-108-three-quarter.jpg', 'OCK-111-top.jpg'], 'cut')
  const csv = 'sku,name,colour\nOCK-108,"Coffee Pot, hammered",copper\nOCK-111,Bowl,blue\n'
  await giveFiles(page, 'Photographs to add', [{ name: 'products.csv', buffer: Buffer.from(csv) }])
  await page.getByRole('button', { name: 'Import 2 products' }).click()
  await page.getByText('Bowl, blue').waitFor()
  await page.keyboard.press('d')
  await page.getByRole('heading', { name: 'Deliver' }).waitFor()
  await add('Quillmarket')
  await add('Trailpost')
  await page.getByRole('button', { name: 'Leave out' }).first().click()
  // A shot is made whole: the picture that is set aside as well.
  await decision('missing').getByRole('button', { name: 'Make 6' }).click()
  await page.getByRole('button', { name: /^Download 5 renditions/ }).waitFor({ timeout: 120_000 })
  expect(await decision('missing').count()).toBe(0)
  ready = await saveShoot(app)
})
afterAll(() => app.stop())

/** Each test has a shoot of its own, on Deliver. */
beforeEach(async () => {
  await openSaved(app, ready)
  await app.page.keyboard.press('d')
  await app.page.getByRole('heading', { name: 'Deliver' }).waitFor()
})

/** The rows of a table that belong to the shoot that is open. */
async function rowsHere<Row>(table: string): Promise<Row[]> {
  const shootId = app.page.url().split('/')[4]
  const rows = await rowsOf<Row & { shootId: string }>(app.page, table)
  return rows.filter((row) => row.shootId === shootId)
}

async function download(name: string | RegExp): Promise<Record<string, Uint8Array>> {
  const downloading = app.page.waitForEvent('download')
  await app.page.getByRole('button', { name }).click()
  return unzip(await downloading)
}

const add = async (name: string): Promise<void> => {
  await app.page.getByLabel('Add an outlet').selectOption({ label: name })
  await app.page.getByRole('cell', { name: new RegExp(`^${name}`) }).waitFor()
}

const decision = (id: string) => app.page.locator(`[data-decision="${id}"]`)

test('the surplus is set aside in plain sight, and sent all the same where that is wanted', async () => {
  const { page } = app
  // Of the pot's two pictures one goes to Trailpost; both are made.
  await page.getByText('Set aside for Trailpost').waitFor()
  await page.getByRole('button', { name: 'Send anyway' }).click()
  await page.getByText('OCK-108-three-quarter.jpg goes to Trailpost').waitFor()
  const shots = await rowsHere<{ fileName: string; going: object }>('shots')
  const shot = shots.find(({ fileName }) => fileName === 'OCK-108-three-quarter.jpg')
  expect(shot?.going).toEqual({ trailpost: 'in' })
})

test('a rule that is broken is said with value and limit, and its remedy is one press', async () => {
  const { page } = app
  await page.getByRole('link', { name: 'rules' }).first().click()
  const limit = page.getByLabel('File size, maximum')
  await limit.fill('5')
  await limit.press('Enter')
  await page.getByRole('button', { name: 'Back to Deliver' }).click()
  const heavy = decision('quillmarket/bytes')
  await heavy.getByText(/\d+\sKB.*; 5\sKB/).waitFor()
  await heavy.getByRole('button', { name: 'Allow quality down to 30 %' }).click()
  // What it changes is out of date, nothing else.
  await decision('out-of-date').getByText('3 of 5.').waitFor()
  await page.getByText('Quillmarket: Allow quality down to 30 %').waitFor()
  await page.keyboard.press('u')
  await page.keyboard.press('u')
  await decision('out-of-date').waitFor({ state: 'detached' })
  await heavy.waitFor({ state: 'detached' })
})

test('pictures are put in order, named and described where they are seen, and leave so, by other eyes', async () => {
  const { page } = app
  await page.keyboard.press('r')
  const pot = page.getByRole('region', { name: /OCK-108/ })
  await pot.getByText('cover').waitFor()
  await pot.getByRole('button', { name: 'Picture three-quarter' }).click()
  await pot.getByLabel('OCK-108-three-quarter.jpg one place forward').click()
  await page.getByText('Pictures of OCK-108 put in order, now its cover').waitFor()
  await pot.getByRole('button', { name: 'Picture front' }).click()
  const alt = pot.getByLabel('Description of OCK-108-front.jpg')
  await expectValue(() => alt.inputValue(), 'Coffee Pot, hammered, copper, front')
  await alt.fill('A hammered pot, seen from the front')
  await alt.press('Enter')
  const name = page.getByLabel('File name of OCK-111-top.jpg')
  await name.fill('hero: bowl')
  await name.press('Enter')
  await expectValue(() => name.inputValue(), 'hero_ bowl')

  await page.keyboard.press('d')
  const files = await download(/^Download 5 renditions/)
  expect(Object.keys(files).sort()).toEqual([
    'Quillmarket/OCK-108-front.webp',
    'Quillmarket/OCK-108-three-quarter.webp',
    'Quillmarket/hero_ bowl.webp',
    'Trailpost/OCK-108-three-quarter.jpg',
    'Trailpost/hero_ bowl.jpg',
    'manifest.csv',
    'manifest.json',
    'pictures.html',
  ])
  for (const [path, bytes] of Object.entries(files)) {
    if (!/\.(webp|jpg)$/.test(path)) continue
    const { width, height, format, hasProfile } = await sharp(bytes).metadata()
    const isQuill = path.startsWith('Quillmarket')
    expect([format, hasProfile], path).toEqual([isQuill ? 'webp' : 'jpeg', true])
    expect(width / height, path).toBeCloseTo(isQuill ? 4 / 5 : 300 / 157, 2)
    expect(bytes.length, path).toBeLessThanOrEqual(isQuill ? 220_000 : 150_000)
    if (!isQuill) continue
    const [r, g, b] = await sharp(bytes)
      .extract({ left: 0, top: 0, width: 1, height: 1 })
      .raw()
      .toBuffer()
    for (const [is, asked] of [
      [r, 0xf2],
      [g, 0xf2],
      [b, 0xf0],
    ] as const)
      expect(Math.abs(is! - asked), path).toBeLessThanOrEqual(2)
  }
  const page1 = Buffer.from(files['pictures.html']!).toString()
  expect(page1).toContain('alt="A hammered pot, seen from the front"')
  expect(Buffer.from(files['manifest.csv']!).toString()).toContain(
    'hero_ bowl.webp,Quillmarket,OCK-111',
  )
})

test('what has left is listed, had again, and what came back is returned', async () => {
  const { page } = app
  await download(/^Download 5 renditions/)
  await page.getByText(/: 5 files, /).waitFor()
  expect(Object.keys(await download('Download again'))).toHaveLength(5)
  await page.getByRole('button', { name: 'Came back …' }).click()
  const asking = page.getByRole('dialog', { name: 'Return what came back' })
  await asking.getByLabel('Why they came back').fill('too dark')
  await asking.getByText('OCK-111-top.jpg').click()
  await asking.getByRole('button', { name: 'Return them' }).click()
  await page.getByText('1 shot came back: too dark').waitFor()
  await page.getByText('OCK-111-top.jpg: came back: too dark').waitFor()
  await page.getByRole('button', { name: /^Download 3 renditions/ }).waitFor()
})

test('on the Rules lens every tile says how it stands with each outlet', async () => {
  const { page } = app
  await page.keyboard.press('s')
  await page.getByRole('button', { name: 'Rules 5' }).waitFor()
  await page.keyboard.press('5')
  const marks = page.locator('.tile-rules > div')
  await marks.first().waitFor()
  const said = await marks.evaluateAll((all) => all.map((mark) => mark.getAttribute('title')))
  expect(said).toHaveLength(6)
  expect(said.filter((words) => words === 'Trailpost: set aside')).toHaveLength(1)
  // What is read aloud says so, too.
  await page.getByRole('option', { name: /Trailpost: set aside/ }).waitFor()
})

test('a run is read, taken back, and put forward again by undo', async () => {
  const { page } = app
  await openShoot(app, ['OCK-108-front.jpg', 'OCK-111-top.jpg'], 'cut')
  await page.keyboard.press('m')
  await page.getByRole('button', { name: 'All 4 renditions made' }).waitFor()
  await page.keyboard.press('d')
  await page.getByRole('link', { name: 'runs' }).click()
  await page.getByText('4 renditions of 2 shots').waitFor()
  await page.getByRole('button', { name: 'What changed' }).click()
  await page.getByRole('cell', { name: 'OCK-111-top.jpg' }).first().waitFor()
  await page.getByRole('button', { name: 'Undo run' }).click()
  await page.getByText(/^Run of \d renditions undone$/).waitFor()
  const current = async () =>
    (await rowsHere<{ standing: string }>('renditions')).filter(
      ({ standing }) => standing === 'current',
    ).length
  await expect.poll(current).toBe(0)
  await page.keyboard.press('u')
  await expect.poll(current).toBe(4)
})

test('a brief is kept, and says how it has changed since; an outlet comes in from a file', async () => {
  const { page, url } = app
  await page.keyboard.press('b')
  await page.getByRole('button', { name: 'Save for other shoots' }).click()
  await page.getByText('As it is saved for other shoots.').waitFor()
  await page.getByRole('button', { name: /^Frame/ }).click()
  await page.getByLabel('Fill', { exact: true }).fill('70')
  await page.keyboard.press('Enter')
  await page.getByText('Changed since it was saved: Fill 70.0 %.').waitFor()

  await page.goto(`${url}/outlets`)
  const file = {
    id: 'harbour',
    name: 'Harbour Goods',
    placements: [{ id: 'a', name: 'a', longSidePx: 900 }],
  }
  await giveFiles(page, 'An outlet’s file', [
    {
      name: 'harbour.json',
      buffer: Buffer.from(JSON.stringify(file)),
    },
  ])
  await page.getByText('Harbour Goods imported.').waitFor()
  // It is seen on a picture of the newest shoot, wherever one comes from.
  await page.getByRole('link', { name: 'open', exact: true }).first().click()
  await page
    .getByRole('complementary', { name: 'What this means for a picture' })
    .getByRole('img')
    .first()
    .waitFor()
  await page.goBack()
  await giveFiles(page, 'An outlet’s file', [
    {
      name: 'bad.json',
      buffer: Buffer.from('{"id":"x","name":"X","placements":[{"id":"a"}]}'),
    },
  ])
  await page.getByText(/^bad\.json isn’t a valid outlet: placements\.0\.name: /).waitFor()
})

/** Waits until something reads as it should. */
const expectValue = (read: () => Promise<string>, value: string): Promise<void> =>
  expect.poll(read).toBe(value)
