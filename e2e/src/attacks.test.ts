import { afterAll, beforeAll, expect, test } from 'vitest'
import { FileError } from '@cloudbank/core/codec'
import { createNodePool } from '@cloudbank/hosts/node'
import { hostileFiles, type HostileFile } from './attacks/hostileFiles'
import { rowsOf, startApp, type RunningApp, giveFiles } from './harness'

// Files that lie, on both hosts: nothing is lost, nothing is silent, nothing takes the machine.

const COUNT = 600
const SEED = 24
/** What any refused file may take, in bytes. */
const MAX_PEAK_BYTES = 600e6

let files: readonly HostileFile[]
let app: RunningApp
beforeAll(async () => {
  files = await hostileFiles(COUNT, SEED)
  app = await startApp()
})
afterAll(() => app.stop())

test('on the command line each is a photograph or refused with its reason, within bounded memory', async () => {
  const pool = createNodePool(1)
  const before = process.memoryUsage().rss
  let peak = before
  const watching = setInterval(() => (peak = Math.max(peak, process.memoryUsage().rss)), 5)
  let taken = 0
  const refused: unknown[] = []
  for (const { buffer } of files)
    await pool
      .run<'inspect'>({ kind: 'inspect', source: new Uint8Array(buffer), previewSidePx: 64 })
      .then(
        () => taken++,
        (error: unknown) => refused.push(error),
      )
  clearInterval(watching)
  pool.dispose()
  expect(taken + refused.length).toBe(COUNT)
  expect(taken).toBeGreaterThan(COUNT / 10)
  expect(refused.filter((error) => !(error instanceof FileError))).toEqual([])
  expect(peak - before).toBeLessThan(MAX_PEAK_BYTES)
})

test('in the browser each is a shot or named with its reason, once', async () => {
  const { page, url } = app
  const wrong: string[] = []
  page.on('pageerror', ({ message }) => wrong.push(message))
  await page.goto(url)
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
  await giveFiles(page, 'Photographs for a new shoot', files)
  await page.waitForURL(/\/shoots\//)
  // What is still being kept has a row that goes again.
  const isNamed = ({ reason, kind }: { reason: string; kind: string }): boolean =>
    kind !== 'coming' && reason !== ''
  const named = async (): Promise<string[]> => {
    const shots = await rowsOf<{ fileName: string }>(page, 'shots')
    const refusals = await rowsOf<{ fileName: string; reason: string; kind: string }>(
      page,
      'refusals',
    )
    return [...shots, ...refusals.filter(isNamed)].map(({ fileName }) => fileName)
  }
  const missing = async (): Promise<string[]> => {
    const found = new Set(await named())
    return files.map(({ name }) => name).filter((name) => !found.has(name))
  }
  await expect.poll(missing, { timeout: 240_000 }).toEqual([])
  expect([...(await named())].sort()).toEqual(files.map(({ name }) => name).sort())
  expect(await rowsOf(page, 'arrivals')).toEqual([])
  expect(wrong).toEqual([])
})
