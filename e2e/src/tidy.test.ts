import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  DEMO,
  demoPhotos,
  giveFiles,
  newShoot,
  rowsOf,
  startApp,
  unzip,
  type RunningApp,
} from './harness'

// Dirt is cleaned, refused, mended and swept on the bench, delivered, and compared with the clean surface.

const SHOT = 'OCK-111-top'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

interface ShotRow {
  readonly touches: {
    readonly tidy?: {
      readonly works?: Readonly<Record<string, { readonly kind: string }>>
      readonly refused?: Readonly<Record<string, readonly [number, number]>>
    }
  }
}
interface BriefRow {
  readonly brief: { readonly name: string }
}
const tidy = async () => (await rowsOf<ShotRow>(app.page, 'shots')).at(-1)?.touches.tidy

const rawOf = async (file: Uint8Array | string): Promise<Buffer> =>
  sharp(file).removeAlpha().raw().toBuffer()

const wanted = {
  version: 2,
  name: 'Clean and whole',
  steps: {
    light: { neutral: { from: 'photograph' } },
    tidy: { specks: 'firm', cleanAt: 'photograph' },
    cut: { method: 'off' },
    ground: { behind: { kind: 'original' } },
    finish: { placements: [{ id: 'page', name: 'page', longSidePx: 2000, format: 'png' }] },
  },
}

test('a dusty shot leaves clean: found by itself, one speck refused, one place mended, the backdrop swept', async () => {
  const { page } = app
  await newShoot(app, await demoPhotos([`${SHOT}.jpg`]))
  await page.keyboard.press('b')
  await giveFiles(page, 'A brief’s file', [
    {
      name: 'clean.brief.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(wanted)),
    },
  ])
  await expect
    .poll(async () =>
      (await rowsOf<BriefRow>(page, 'briefs')).some(({ brief }) => brief.name === wanted.name),
    )
    .toBe(true)
  await page.keyboard.press('s')
  await page.locator('.tile').first().dblclick()
  await page.locator('nav[aria-label=Stages] button', { hasText: 'Tidy' }).click()
  await page
    .getByTestId('found')
    .getByText(/1\d\d specks found/)
    .waitFor({ timeout: 60_000 })

  // The largest mark is refused by a click.
  await page.keyboard.press('4')
  const marks = await page
    .getByTestId('specks')
    .locator('rect[stroke=white]')
    .evaluateAll((rects) => rects.map((rect) => rect.getBoundingClientRect().toJSON() as DOMRect))
  const largest = marks.reduce((a, b) => (a.width * a.height > b.width * b.height ? a : b))
  await page.mouse.click(largest.x + largest.width / 2, largest.y + largest.height / 2)
  await page
    .getByTestId('found')
    .getByText(/, 1 refused/)
    .waitFor()
  const [refusedX, refusedY] = Object.values((await tidy())!.refused!)[0]!

  const box = (await page.getByTestId('tidy-picture').boundingBox())!
  const drag = async (places: readonly (readonly [number, number])[]): Promise<void> => {
    const px = places.map(([x, y]) => [box.x + x * box.width, box.y + y * box.height] as const)
    await page.mouse.move(...px[0]!)
    await page.mouse.down()
    for (const place of px.slice(1)) await page.mouse.move(...place, { steps: 4 })
    await page.mouse.up()
  }
  const works = (count: number) =>
    page.locator(`[data-works="${count}"]`).waitFor({ timeout: 20_000 })
  await page.keyboard.press('5')
  await drag([
    [0.52, 0.5],
    [0.55, 0.5],
  ])
  await works(1)
  await page.keyboard.press('e')
  for (let i = 0; i < 8; i++) await page.keyboard.press("'")
  await drag([
    [0.05, 0.05],
    [0.05, 0.95],
  ])
  await works(2)
  expect(
    Object.values((await tidy())!.works!)
      .map(({ kind }) => kind)
      .sort(),
  ).toEqual(['mend', 'sweep'])
  // Taken back out of order: the older one goes, the newer stays.
  await page.getByRole('button', { name: 'Hide work 1' }).click()
  await works(1)
  await page.getByRole('button', { name: 'Show work 1' }).click()
  await works(2)

  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Make 1 rendition' }).click()
  await page.keyboard.press('d')
  const downloading = page.waitForEvent('download', { timeout: 120_000 })
  await page.getByRole('button', { name: /^Download 1 rendition/ }).click({ timeout: 120_000 })
  const files = await unzip(await downloading)
  const made = await rawOf(Object.entries(files).find(([path]) => path.endsWith('.png'))![1])
  const before = await rawOf(`${DEMO}photos/${SHOT}.jpg`)
  const clean = await rawOf(`${DEMO}truth/clean/${SHOT}.jpg`)
  const dust = await sharp(await readFile(`${DEMO}truth/dust/${SHOT}.png`))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const { width } = dust.info
  expect(made.length).toBe(before.length)
  let [cleaner, dirtier] = [0, 0]
  dust.data.forEach((share, i) => {
    if (share < 96) return
    for (let c = 0; c < 3; c++) {
      cleaner += (made[i * 3 + c]! - clean[i * 3 + c]!) ** 2
      dirtier += (before[i * 3 + c]! - clean[i * 3 + c]!) ** 2
    }
  })
  expect(10 * Math.log10(dirtier / cleaner)).toBeGreaterThan(6)
  // What was refused is as photographed.
  const at = Math.floor(refusedY * dust.info.height) * width + Math.floor(refusedX * width)
  expect(Math.abs(made[at * 3]! - before[at * 3]!)).toBeLessThanOrEqual(1)
})

test('the Tidy lens strains the pictures and marks what is on them', async () => {
  const { page } = app
  await newShoot(app, await demoPhotos([`${SHOT}.jpg`, 'OCK-102-front.jpg']))
  await page.keyboard.press('6')
  const specks = page.locator('.tile [data-specks]')
  await expect.poll(() => specks.count(), { timeout: 60_000 }).toBe(2)
  const counts = await specks.evaluateAll((all) =>
    all.map((one) => Number(one.getAttribute('data-specks'))),
  )
  expect(Math.max(...counts)).toBeGreaterThan(100)
  expect(Math.min(...counts)).toBeLessThan(20)
})
