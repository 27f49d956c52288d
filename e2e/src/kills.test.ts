import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { killed } from './attacks/kills'
import { demoPhoto, giveFiles, rowsOf, startApp, type GivenFile, type RunningApp } from './harness'

// The tab ends twenty times at any moment of a day's work: what was kept is there, the rest is named.

const NAMES = Array.from({ length: 10 }, (_, k) => `OCK-10${k}-front.jpg`)
const SIDE_PX = 360

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

/** Ten different photographs, small: it is the moments that count. */
async function smallPhotographs(): Promise<GivenFile[]> {
  const { buffer } = await demoPhoto('OCK-101-front.jpg')
  return Promise.all(
    NAMES.map(async (name, k) => ({
      name,
      buffer: await sharp(buffer)
        .resize(SIDE_PX + 4 * k)
        .jpeg()
        .toBuffer(),
    })),
  )
}

test('twenty ends in import, run, delivery and saving lose nothing, double nothing and hide nothing', async () => {
  const { page, url, context } = app
  const files = await smallPhotographs()
  await page.goto(url)
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
  await giveFiles(page, 'Photographs for a new shoot', files)
  await page.waitForURL(/\/shoots\//)
  const sheet = page.url()

  let tab = await killed({ page, context }, 8, { seed: 1, most: 1200 })
  const come = async (): Promise<string[]> =>
    (await rowsOf<{ fileName: string }>(tab, 'shots')).map(({ fileName }) => fileName)
  const named = async (): Promise<string[]> =>
    (await rowsOf<{ fileName: string }>(tab, 'refusals')).map(({ fileName }) => fileName)
  const isSettled = async (): Promise<boolean> =>
    (await rowsOf(tab, 'arrivals')).length === 0 &&
    (await come()).length + (await named()).length >= NAMES.length
  await expect.poll(isSettled, { timeout: 60_000 }).toBe(true)
  // Each is in, or named as not kept: once.
  expect([...(await come()), ...(await named())].sort()).toEqual(NAMES)
  const lost = await named()
  if (lost.length > 0) {
    const again = files.filter(({ name }) => lost.includes(name))
    await giveFiles(tab, 'Photographs to add', again)
  }
  await tab.getByRole('navigation').getByText('10 shots ·').waitFor()
  await expect.poll(come).toHaveLength(NAMES.length)

  await tab.getByRole('button', { name: 'Make 20 renditions' }).click()
  tab = await killed({ page: tab, context }, 8, { seed: 2, most: 2500 })
  await tab.getByRole('button', { name: 'All 20 renditions made' }).waitFor({ timeout: 120_000 })

  await tab.goto(`${sheet}/deliver`)
  const pack = (one: typeof tab): Promise<void> =>
    one
      .getByRole('button', { name: /^Download/ })
      .first()
      .click()
  tab = await killed({ page: tab, context }, 2, { seed: 3, most: 600, begin: pack })
  await tab.goto(url)
  const save = (one: typeof tab): Promise<void> =>
    one.getByRole('button', { name: 'Save as a file' }).first().click()
  tab = await killed({ page: tab, context }, 2, { seed: 4, most: 600, begin: save })

  interface Row {
    readonly id: string
    readonly shotId: string
    readonly placementId: string
    readonly standing: string
    readonly fileHash: string
  }
  const current = (await rowsOf<Row>(tab, 'renditions')).filter((row) => row.standing === 'current')
  const slots = current.map(({ shotId, placementId }) => `${shotId} ${placementId}`)
  expect(new Set(slots).size).toBe(20)
  expect(slots).toHaveLength(20)
  const kept = new Set((await rowsOf<{ hash: string }>(tab, 'contents')).map(({ hash }) => hash))
  expect(current.every(({ fileHash }) => kept.has(fileHash))).toBe(true)
  const isMeasured = async (): Promise<boolean> => (await rowsOf(tab, 'measureTasks')).length === 0
  await expect.poll(isMeasured, { timeout: 120_000 }).toBe(true)
  const measured = new Set(
    (await rowsOf<{ hash: string }>(tab, 'measures')).map(({ hash }) => hash),
  )
  const shots = await rowsOf<{ originalHash: string; failure: string | null }>(tab, 'shots')
  expect(shots.filter(({ originalHash }) => !measured.has(originalHash))).toEqual([])
  expect(shots.filter(({ failure }) => failure !== null)).toEqual([])
  const runs = await rowsOf<{ state: string; done: number; total: number }>(tab, 'runs')
  expect(runs.map(({ state, done, total }) => [state, done, total])).toEqual([['finished', 10, 10]])
})
