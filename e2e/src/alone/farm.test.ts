import sharp from 'sharp'
import { expect, test } from 'vitest'
import type { Page } from 'playwright-core'
import { seededRandom } from '@cloudbank/core/raster/testing'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openQueue, openStore, workOnOrders } from '@cloudbank/hosts/farm'
import { createNodePool } from '@cloudbank/hosts/node'
import { createOrderService } from '@cloudbank/server'
import { startFarm } from '../farm'
import {
  countRenditions,
  crash,
  demoPhoto,
  newShoot,
  rowsOf,
  startApp,
  type GivenFile,
  type RunningApp,
} from '../harness'

// Runs that a server and its workers make: the same files as this browser makes, whoever is killed meanwhile.

/** Different photographs, small: it is the moments that count. */
async function photographs(count: number): Promise<GivenFile[]> {
  const { buffer } = await demoPhoto('OCK-101-front.jpg')
  return Promise.all(
    Array.from({ length: count }, async (_, k) => ({
      name: `OCK-${100 + k}-front.jpg`,
      buffer: await sharp(buffer)
        .resize(360 + 2 * k)
        .jpeg()
        .toBuffer(),
    })),
  )
}

interface Row {
  readonly shotId: string
  readonly placementId: string
  readonly fileHash: string
  readonly version: number
}

/** The finished file of each photograph and placement, and that there is one of each and no more. */
async function madeIn(page: Page, count: number): Promise<Record<string, string>> {
  const shots = await rowsOf<{ id: string; fileName: string; failure: string | null }>(
    page,
    'shots',
  )
  expect(shots.filter(({ failure }) => failure !== null)).toEqual([])
  const names = new Map(shots.map(({ id, fileName }) => [id, fileName]))
  const rows = await rowsOf<Row>(page, 'renditions')
  expect(rows).toHaveLength(2 * count)
  expect(rows.every(({ version }) => version === 1)).toBe(true)
  const kept = new Set((await rowsOf<{ hash: string }>(page, 'contents')).map(({ hash }) => hash))
  expect(rows.every(({ fileHash }) => kept.has(fileHash))).toBe(true)
  return Object.fromEntries(
    rows.map((row) => [`${names.get(row.shotId)} ${row.placementId}`, row.fileHash]),
  )
}

const make = (page: Page, count: number): Promise<void> =>
  page.getByRole('button', { name: `Make ${2 * count} renditions` }).click()
const made = (page: Page, count: number): Promise<void> =>
  page
    .getByRole('button', { name: `All ${2 * count} renditions made` })
    .waitFor({ timeout: 300_000 })

/** What this browser makes of them by itself. */
async function madeAlone(files: readonly GivenFile[]): Promise<Record<string, string>> {
  const app = await startApp()
  try {
    await newShoot(app, files)
    await make(app.page, files.length)
    await made(app.page, files.length)
    return await madeIn(app.page, files.length)
  } finally {
    await app.stop()
  }
}

test('forty ends of worker, server, Redis and tab: nothing lost, nothing doubled, the same bytes', async () => {
  const files = await photographs(36)
  const alone = await madeAlone(files)
  const farm = await startFarm()
  const app: RunningApp = await startApp('warm', null, { orders: farm.orders })
  const { context } = app
  try {
    await newShoot(app, files)
    await make(app.page, files.length)
    const sheet = app.page.url()
    let tab = app.page
    const random = seededRandom(11)
    const again = async (one: { kill: () => Promise<void>; start: () => Promise<void> }) => {
      await one.kill()
      await one.start()
    }
    const ends = [
      () => again(farm.workers[0]!),
      () => again(farm.server),
      () => again(farm.redis),
      async () => {
        tab = await crash(tab, context)
        await tab.goto(sheet)
      },
    ]
    let underWay = 0
    for (let k = 0; k < 40; k++) {
      if ((await countRenditions(tab)) < 2 * files.length) underWay++
      await tab.waitForTimeout(random() * 700)
      await ends[Math.floor(random() * ends.length)]!()
    }
    await made(tab, files.length)
    expect(underWay).toBeGreaterThan(20)
    expect(await madeIn(tab, files.length)).toEqual(alone)
    expect(farm.workers[1]!.said).toMatch(/made in/)
  } finally {
    await app.stop()
    await farm.stop()
  }
})

test('the app’s own server makes a run, and the browser goes on where that goes away', async () => {
  const files = await photographs(14)
  const alone = await madeAlone(files)
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-own-'))
  const queue = await openQueue(null)
  const store = await openStore(join(folder, 'store'))
  const jobs = createNodePool(2, 'portable')
  const service = createOrderService({ queue, store, uploads: folder, quotaBytes: 1e9 })
  const end = await workOnOrders({ queue, store, jobs, slots: 2 })
  const app = await startApp('warm', null, { orders: service.router })
  const { page } = app
  try {
    await newShoot(app, files)
    await make(page, files.length)
    await expect.poll(() => countRenditions(page), { interval: 50 }).toBeGreaterThan(4)
    const { workers } = await queue.report()
    expect(workers[0]!.made).toBeGreaterThan(1)
    const looking = await app.context.newPage()
    await looking.goto(`${app.url}/workers`)
    await looking.getByText('of a core for each photograph').waitFor()
    await looking.getByRole('cell', { name: workers[0]!.name }).waitFor()
    await looking.close()
    app.server.away = () => true
    await page.getByText('This browser goes on making renditions itself').waitFor()
    await made(page, files.length)
    expect((await queue.report()).workers[0]!.made).toBeLessThan(files.length)
    expect(await madeIn(page, files.length)).toEqual(alone)
  } finally {
    await app.stop()
    await service.close()
    await end()
    jobs.dispose()
    await rm(folder, { recursive: true, force: true })
  }
})
