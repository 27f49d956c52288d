import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { DEMO, giveFiles, rowsOf, startApp, unzip, type RunningApp } from './harness'
import { openShoot } from './openShoot'

// Dirt is cleaned, refused, mended and swept on the bench, delivered, and compared with the clean surface.

const SHOT = 'OCK-111-top'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

interface WorkRow {
  readonly kind: string
  readonly turn: number
  readonly mirrored?: boolean
}
interface ShotRow {
  readonly shootId: string
  readonly touches: {
    readonly tidy?: {
      readonly works?: Readonly<Record<string, WorkRow>>
      readonly refused?: Readonly<Record<string, readonly [number, number]>>
    }
  }
}
interface BriefRow {
  readonly brief: { readonly name: string }
}
/** What the one shot of the shoot that is open has of Tidy, in the database. */
const tidy = async () => {
  const shootId = app.page.url().split('/')[4]
  const shots = await rowsOf<ShotRow>(app.page, 'shots')
  return shots.find((shot) => shot.shootId === shootId)?.touches.tidy
}

const rawOf = async (file: Uint8Array | string): Promise<Buffer> =>
  sharp(file).removeAlpha().raw().toBuffer()

/** Drags over the picture through places on it, 0…1. */
async function dragger(): Promise<
  (places: readonly (readonly [number, number])[]) => Promise<void>
> {
  const { page } = app
  const box = (await page.getByTestId('tidy-picture').boundingBox())!
  return async (places) => {
    const px = places.map(([x, y]) => [box.x + x * box.width, box.y + y * box.height] as const)
    await page.mouse.move(...px[0]!)
    await page.mouse.down()
    for (const place of px.slice(1)) await page.mouse.move(...place, { steps: 4 })
    await page.mouse.up()
  }
}

/** Waits until so many works are drawn. */
const works = (count: number): Promise<void> =>
  app.page.locator(`[data-works="${count}"]`).waitFor({ timeout: 20_000 })

const openTidy = async (): Promise<void> => {
  await app.page.locator('.tile').first().dblclick()
  await app.page.locator('nav[aria-label=Stages] button', { hasText: 'Tidy' }).click()
}

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
  await openShoot(app, [`${SHOT}.jpg`], 'cut')
  await page.keyboard.press('b')
  await giveFiles(page, 'A brief’s file', [
    {
      name: 'clean.brief.json',
      buffer: Buffer.from(JSON.stringify(wanted)),
    },
  ])
  await expect
    .poll(async () =>
      (await rowsOf<BriefRow>(page, 'briefs')).some(({ brief }) => brief.name === wanted.name),
    )
    .toBe(true)
  await page.keyboard.press('s')
  await openTidy()
  await page
    .getByTestId('found')
    .getByText(/1\d\d specks found/)
    .waitFor({ timeout: 60_000 })

  // The largest mark is refused by a click.
  await page.keyboard.press('4')
  const marks = await page
    .getByTestId('specks')
    .locator('rect[stroke=white]:not([stroke-dasharray])')
    .evaluateAll((rects) => rects.map((rect) => rect.getBoundingClientRect().toJSON() as DOMRect))
  const largest = marks.reduce((a, b) => (a.width * a.height > b.width * b.height ? a : b))
  await page.mouse.click(largest.x + largest.width / 2, largest.y + largest.height / 2)
  await page
    .getByTestId('found')
    .getByText(/, 1 rejected/)
    .waitFor()
  const [refusedX, refusedY] = Object.values((await tidy())!.refused!)[0]!

  const drag = await dragger()
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
  await page.getByRole('button', { name: 'Hide retouch 1' }).click()
  await works(1)
  await page.getByRole('button', { name: 'Show retouch 1' }).click()
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
  await openShoot(app, ['OCK-102-front.jpg', `${SHOT}.jpg`], 'cut')
  await page.keyboard.press('6')
  const specks = page.locator('.tile [data-specks]')
  await expect.poll(() => specks.count(), { timeout: 60_000 }).toBe(2)
  const counts = await specks.evaluateAll((all) =>
    all.map((one) => Number(one.getAttribute('data-specks'))),
  )
  expect(Math.max(...counts)).toBeGreaterThan(100)
  expect(Math.min(...counts)).toBeLessThan(20)
})

test('each area that was borrowed can be changed, and where the backdrop is swept is seen', async () => {
  const { page } = app
  await openShoot(app, [`${SHOT}.jpg`], 'cut')
  await openTidy()
  await page.getByTestId('tidy-picture').waitFor({ timeout: 60_000 })
  const drag = await dragger()
  await page.keyboard.press('6')
  for (const [nth, x] of [0.35, 0.6].entries()) {
    await drag([
      [x, 0.4],
      [x + 0.05, 0.45],
    ])
    await drag([[x, 0.6]])
    await works(nth + 1)
  }
  await page.getByRole('radio', { name: 'Area 1' }).click()
  await page.getByLabel('Mirrored', { exact: true }).press('Space')
  await expect
    .poll(async () =>
      Object.values((await tidy())?.works ?? {})
        .sort((one, other) => one.turn - other.turn)
        .map(({ mirrored }) => mirrored),
    )
    .toEqual([true, false])

  /** How light the picture is at a place, 0…255. */
  const lightAt = (x: number, y: number): Promise<number> =>
    page.getByTestId('tidy-picture').evaluate(
      (element, [px, py]) => {
        const canvas =
          element instanceof HTMLCanvasElement ? element : element.querySelector('canvas')!
        const [at, down] = [Math.floor(px * canvas.width), Math.floor(py * canvas.height)]
        return canvas.getContext('2d')!.getImageData(at, down, 1, 1).data[1]!
      },
      [x, y] as const,
    )
  await page.getByRole('radio', { name: 'Where swept' }).click()
  await expect.poll(() => lightAt(0.03, 0.3), { timeout: 20_000 }).toBeLessThan(140)
  const [product, backdrop] = [await lightAt(0.5, 0.5), await lightAt(0.03, 0.3)]
  await page.getByLabel('Sweep', { exact: true }).first().press('End')
  await expect
    .poll(() => lightAt(0.03, 0.3), { timeout: 20_000 })
    .toBeGreaterThan(Math.min(250, backdrop + 120))
  expect(Math.abs((await lightAt(0.5, 0.5)) - product)).toBeLessThan(5)
})
