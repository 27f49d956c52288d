import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { srgbOfLinear } from '@cloudbank/core/raster'
import { paintScene, readScene } from '@cloudbank/core/scene'
import { rowsOf, startApp, unzip, type RunningApp } from './harness'
import { openShoot } from './openShoot'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const scene = () => app.page.getByRole('dialog', { name: 'Make a scene' })

/** Describes a scene in the window that is open, and uses one of its variants. */
async function useScene(description: string): Promise<string> {
  const window = scene()
  await window.getByLabel('Description of the scene').fill(description)
  await window.getByRole('button', { name: /^(Make four|Four more)$/ }).click()
  const variants = window.getByRole('group', { name: /^Variant/ })
  await expect.poll(() => variants.locator('img').count()).toBe(4)
  await variants.first().getByRole('button', { name: 'Throw away' }).click()
  await expect.poll(() => variants.count()).toBe(3)
  const name = (await variants.first().getAttribute('aria-label')) ?? ''
  await variants.first().getByRole('button', { name: 'Use' }).click()
  await window.waitFor({ state: 'detached' })
  return name.replace('Variant ', '')
}

/** The mean of each corner's pixels of a file, which no product reaches. */
async function cornersOf(bytes: Uint8Array): Promise<number[]> {
  const { data, info } = await sharp(bytes)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const side = Math.round(info.width * 0.06)
  const corners = [0, info.width - side].flatMap((x) => [0, info.height - side].map((y) => [x, y]))
  return corners.flatMap(([x = 0, y = 0]) => {
    const sums = [0, 0, 0]
    for (let dy = 0; dy < side; dy++)
      for (let dx = 0; dx < side; dx++)
        for (let c = 0; c < 3; c++) sums[c]! += data[((y + dy) * info.width + x + dx) * 3 + c]!
    return sums.map((sum) => sum / side / side)
  })
}

test('one set for three shots, and another beside it, made and delivered', async () => {
  const { page } = app
  const shots = ['OCK-108-front.jpg', 'OCK-102-front.jpg', 'OCK-109-TEA-front.jpg'] as const
  await openShoot(app, shots, 'cut')
  await page.getByRole('link', { name: 'Brief' }).first().click()
  await page.getByRole('button', { name: /^Ground/ }).click()
  const ground = page.locator('section[aria-label=Ground]')
  await ground.getByLabel('Ground', { exact: true }).selectOption('picture')
  await ground.getByRole('button', { name: 'Make a scene …' }).click()
  await scene().getByLabel('Description of the scene').fill('moss and unicorns')
  await scene().getByRole('button', { name: 'Make four' }).click()
  await scene().getByText('Not understood, and left out: “unicorns”.').waitFor()
  const drops = scene().getByRole('button', { name: 'Throw away' })
  for (let left = 4; left > 0; left--) {
    await drops.first().click()
    await expect.poll(() => drops.count()).toBe(left - 1)
  }
  const slate = await useScene('slate, plaster wall, light from the left')
  const chosen = ground.getByLabel('Picture', { exact: true }).locator('option:checked')
  const other = `slate, plaster wall, light from the left ${slate}`
  await expect.poll(() => chosen.textContent()).toBe(other)
  await ground.getByRole('button', { name: 'Make a scene …' }).click()
  const linen = await useScene('linen, plaster wall')
  // The first is one more file of the page, beside the second.
  await ground.getByRole('button', { name: `Add ${other}` }).click()
  await ground.getByText(`${other} is made as well.`).waitFor()

  await page.getByRole('link', { name: 'Sheet' }).click()
  await page.getByRole('button', { name: 'Make 9 renditions' }).click()
  await page.getByRole('button', { name: 'All 9 renditions made' }).waitFor({ timeout: 120_000 })
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Download 9 renditions/ }).click()
  const files = await unzip(await downloading)
  const of = (folder: string) =>
    Promise.all(
      Object.entries(files)
        .filter(([path]) => path.startsWith(`${folder}/`) && path.endsWith('.jpg'))
        .map(([, bytes]) => cornersOf(bytes)),
    )
  const [linens, slates] = [await of('page'), await of(`page, ${other}`)]
  expect([linens.length, slates.length]).toEqual([3, 3])
  // The same floor and wall, whichever product stands there and wherever its shadow falls.
  for (const set of [linens, slates])
    for (const corners of set)
      corners.forEach((value, i) => expect(Math.abs(value - set[0]![i]!)).toBeLessThan(8))
  // Two sets: their lower corners are not of one floor, and neither is white.
  const lower = (corners: readonly number[]): number => corners[4]!
  expect(Math.abs(lower(linens[0]!) - lower(slates[0]!))).toBeGreaterThan(40)
  expect(lower(linens[0]!)).toBeLessThan(250)
  expect(linen).not.toBe(slate)
})

test('a scene of this browser alone has the pixels of Node’s', async () => {
  const { page, server } = app
  server.away = (path) => path.startsWith('/api/')
  try {
    await openShoot(app, ['OCK-108-front.jpg'], 'cut')
    await page.getByRole('link', { name: 'Brief' }).first().click()
    await page.getByRole('button', { name: /^Ground/ }).click()
    const ground = page.locator('section[aria-label=Ground]')
    await ground.getByLabel('Ground', { exact: true }).selectOption('picture')
    await ground.getByRole('button', { name: 'Make a scene …' }).click()
    const seed = await useScene('oak table, plaster wall, leaves')
    const name = `oak table, plaster wall, leaves ${seed}`
    await expect
      .poll(async () => (await rowsOf<{ name: string }>(page, 'assets')).map((one) => one.name))
      .toContain(name)
    const stored = await page.evaluate(async (wanted) => {
      const open = indexedDB.open('cloudbank')
      const db = await new Promise<IDBDatabase>((done) => {
        open.onsuccess = () => done(open.result)
      })
      const all = db.transaction('assets').objectStore('assets').getAll()
      const rows = await new Promise<{ name: string; blob: Blob }[]>((done) => {
        all.onsuccess = () => done(all.result as { name: string; blob: Blob }[])
      })
      const { blob } = rows.find((one) => one.name === wanted)!
      return [...new Uint8Array(await blob.arrayBuffer())]
    }, name)
    const { data, info } = await sharp(Uint8Array.from(stored))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([2000, 2000])
    // Products stand 8 % above the lower edge, as the brief has it.
    const set = { seed: Number(seed), base01: 0.92 }
    const { spec } = readScene('oak table, plaster wall, leaves', set)
    const made = srgbOfLinear(paintScene({ width: 2000, height: 2000 }, spec), null)
    expect(Buffer.compare(data, Buffer.from(made.data.buffer))).toBe(0)
  } finally {
    server.away = () => false
  }
})
