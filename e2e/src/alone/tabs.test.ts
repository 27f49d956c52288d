import { readdir } from 'node:fs/promises'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  countRenditions,
  crash,
  DEMO,
  demoPhotos,
  giveFiles,
  rowsOf,
  startApp,
  type RunningApp,
} from '../harness'
import { openShoot } from '../openShoot'

// Two tabs on one shoot, and tabs that end without a word.

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const FILES = [
  'OCK-101-front.jpg',
  'OCK-102-front.jpg',
  'OCK-103-front.jpg',
  'OCK-104-top.jpg',
  'OCK-107-front.jpg',
  'OCK-108-front.jpg',
  'OCK-109-TEA-front.jpg',
  'OCK-111-top.jpg',
] as const
const ALL = FILES.length * 2

interface RunRow {
  readonly state: string
  readonly done: number
  readonly made: number
  readonly total: number
}
const lastRun = async (page: RunningApp['page']): Promise<RunRow> =>
  (await rowsOf<RunRow & { startedAt: number }>(page, 'runs')).sort(
    (a, b) => b.startedAt - a.startedAt,
  )[0]!

describe('two tabs on one shoot', () => {
  test('paused in one and resumed in the other, a run does nothing twice', async () => {
    const { page, context } = app
    await openShoot(app, FILES, 'cut')
    const other = await context.newPage()
    await other.goto(page.url())
    const before = await countRenditions(page)
    await page.getByRole('button', { name: `Make ${ALL} renditions` }).click()
    for (const tab of [page, other]) await tab.getByText(/^[1-9] of 8 shots/).waitFor()
    // The tab that does not work holds it; both say so.
    await other.getByRole('button', { name: 'Pause' }).click()
    for (const tab of [page, other]) await tab.getByRole('button', { name: 'Resume' }).waitFor()
    const held = await lastRun(page)
    expect(held.state).toBe('paused')
    expect(held.done).toBeLessThan(held.total)
    await page.getByRole('button', { name: 'Resume' }).click()
    for (const tab of [page, other])
      await tab
        .getByRole('button', { name: `All ${ALL} renditions made` })
        .waitFor({ timeout: 90_000 })
    const run = await lastRun(page)
    expect(run).toMatchObject({ state: 'finished', done: FILES.length, made: ALL })
    expect((await countRenditions(page)) - before).toBe(ALL)
    const versions = (await rowsOf<{ version: number }>(page, 'renditions')).map(
      (row) => row.version,
    )
    expect(new Set(versions)).toEqual(new Set([1]))
    await other.close()
  })

  test('stopped in the tab that does not work, it stays stopped in both', async () => {
    const { page, context } = app
    await openShoot(app, FILES, 'cut')
    const other = await context.newPage()
    await other.goto(page.url())
    const before = await countRenditions(page)
    await page.getByRole('button', { name: `Make ${ALL} renditions` }).click()
    for (const tab of [page, other]) await tab.getByText(/^[1-9] of 8 shots/).waitFor()
    await other.getByRole('button', { name: 'Stop' }).click()
    await other.getByText(/^Stopped\. \d+ renditions? made/).waitFor()
    const { state, made } = await lastRun(page)
    expect(state).toBe('stopped')
    const left = ALL - made
    for (const tab of [page, other])
      await tab.getByRole('button', { name: `Make ${left} renditions` }).waitFor()
    // Whatever the tabs do next, nothing is made.
    await page.reload()
    await page.getByRole('button', { name: `Make ${left} renditions` }).waitFor()
    expect((await countRenditions(page)) - before).toBe(made)
    await other.close()
  })

  test('the one that works is closed: the other goes on', async () => {
    const { page, context } = app
    await openShoot(app, FILES, 'cut')
    const sheet = page.url()
    const worker = await context.newPage()
    await worker.goto(sheet)
    await worker.getByRole('button', { name: `Make ${ALL} renditions` }).click()
    await page.getByText(/^[1-9] of 8 shots/).waitFor()
    const open = await crash(worker, context)
    await page
      .getByRole('button', { name: `All ${ALL} renditions made` })
      .waitFor({ timeout: 90_000 })
    await open.close()
  })

  test('settings changed in both at once are both kept', async () => {
    const { page, context } = app
    await openShoot(app, ['OCK-101-front.jpg'], 'measured')
    const other = await context.newPage()
    const brief = `${page.url()}/brief`
    await Promise.all([page.goto(brief), other.goto(brief)])
    await page.getByLabel('Contrast', { exact: true }).fill('11')
    await other.getByLabel('Warmth', { exact: true }).fill('22')
    await Promise.all([
      page.getByLabel('Contrast', { exact: true }).press('Enter'),
      other.getByLabel('Warmth', { exact: true }).press('Enter'),
    ])
    for (const tab of [page, other]) {
      await expect.poll(() => tab.getByLabel('Contrast', { exact: true }).inputValue()).toBe('11')
      await expect.poll(() => tab.getByLabel('Warmth', { exact: true }).inputValue()).toBe('22')
    }
    await other.close()
  })
})

describe('a page that crashes', () => {
  /** The app with the page that takes the place of the one that crashed. */
  const reopened = async (during: RunningApp): Promise<RunningApp> => ({
    ...during,
    page: await crash(during.page, during.context),
  })

  test('during intake and measuring loses no photograph that was kept, and goes on', async () => {
    const running = { ...app, page: await app.context.newPage() }
    await running.page.goto(app.url)
    const names = (await readdir(`${DEMO}photos`)).slice(0, 14)
    const files = await demoPhotos(names)
    await giveFiles(running.page, 'Photographs for a new shoot', files)
    await running.page.waitForURL(/\/shoots\//)
    const sheet = running.page.url()
    const shootId = sheet.split('/').at(-1)
    const mine = async <Row>(page: Page, table: string): Promise<Row[]> =>
      (await rowsOf<Row & { shootId: string }>(page, table)).filter(
        (row) => row.shootId === shootId,
      )
    // Kept are all of them, in are only some. One taken in between both readings is in both: by name.
    const areKept = async (): Promise<boolean> => {
      const arrivals = await mine<{ fileName: string }>(running.page, 'arrivals')
      const shots = await mine<{ fileName: string }>(running.page, 'shots')
      const kept = new Set([...arrivals, ...shots].map(({ fileName }) => fileName))
      return arrivals.length > 0 && names.every((name) => kept.has(name))
    }
    await expect.poll(areKept, { interval: 10, timeout: 10_000 }).toBe(true)
    const again = await reopened(running)
    await again.page.goto(sheet)
    await again.page.getByText(/^Measuring/).waitFor({ timeout: 60_000 })
    const third = await reopened(again)
    await third.page.goto(`${sheet}/lightings`)
    await third.page.getByText(/^[1-9] lightings?$/).waitFor({ timeout: 90_000 })
    const shots = await mine<{ fileName: string; originalHash: string }>(third.page, 'shots')
    expect(shots.map(({ fileName }) => fileName).sort()).toEqual([...names].sort())
    const measures = await rowsOf<{ hash: string }>(third.page, 'measures')
    const measured = new Set(measures.map(({ hash }) => hash))
    expect(shots.every(({ originalHash }) => measured.has(originalHash))).toBe(true)
    await third.page.close()
  })

  test('during a run loses nothing that was made, and the run goes on by itself', async () => {
    const running = { ...app, page: await app.context.newPage() }
    await openShoot(running, FILES, 'cut')
    const sheet = running.page.url()
    await running.page.getByRole('button', { name: `Make ${ALL} renditions` }).click()
    await running.page.getByText(/^[2-7] of 8 shots/).waitFor()
    const { made } = await lastRun(running.page)
    const again = await reopened(running)
    await again.page.goto(sheet)
    await again.page
      .getByRole('button', { name: `All ${ALL} renditions made` })
      .waitFor({ timeout: 90_000 })
    const run = await lastRun(again.page)
    expect(run).toMatchObject({ state: 'finished', done: FILES.length, made: ALL })
    expect(made).toBeGreaterThan(0)
    await again.page.close()
  })
})
