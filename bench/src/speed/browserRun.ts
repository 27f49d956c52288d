import { fileURLToPath } from 'node:url'
import { chromium, type Page } from 'playwright-core'
import { READY_OUTLETS } from '@cloudbank/core/outlets'
import { createApp, listen } from '@cloudbank/server'
import { chromiumBytes, watchPeak } from './chromiumMemory'
import type { SpeedResult } from './nodeRun'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

/** The demo shoot made through the interface in headless Chromium. */
export const runInChromium = (shots: number): Promise<SpeedResult> =>
  withDemo(async (page) => {
    const peak = watchPeak(chromiumBytes)
    const began = performance.now()
    await page.getByRole('button', { name: /^Make \d+ renditions/ }).click()
    await page
      .getByRole('button', { name: /^All \d+ renditions made/ })
      .waitFor({ timeout: MAX_MS })
    return resultOf('Chromium, with Cut', shots, performance.now() - began, peak())
  })

/** The same to the five outlets that come along; then all of it is packed, by which the peak of that is known. */
export const runOutletsInChromium = (shots: number): Promise<PackedResult> =>
  withDemo(async (page) => {
    await page.keyboard.press('d')
    for (const { name } of READY_OUTLETS) {
      await page.getByLabel('Add an outlet').selectOption({ label: name })
      await page.getByRole('cell', { name: new RegExp(`^${name}`) }).waitFor()
    }
    const peak = watchPeak(chromiumBytes)
    const began = performance.now()
    await page
      .getByRole('button', { name: /^Make \d+/ })
      .first()
      .click()
    const pack = page.getByRole('button', { name: /^Download \d+ renditions/ })
    await page.locator('[data-decision="missing"]').waitFor({ state: 'detached', timeout: MAX_MS })
    const seconds = performance.now() - began
    const made = resultOf('Chromium, to five outlets', shots, seconds, peak())
    // Workers that have nothing to do are ended with the page that had them.
    await page.reload()
    await pack.waitFor()
    const before = chromiumBytes()
    const packing = watchPeak(chromiumBytes)
    const downloading = page.waitForEvent('download', { timeout: MAX_MS })
    await pack.click()
    await (await downloading).path()
    return { ...made, packingBytes: packing() - before }
  })

/** A run, and by how much memory rose while its files were packed. */
export type PackedResult = SpeedResult & { readonly packingBytes: number }

const MAX_MS = 900_000

async function withDemo<Result>(use: (page: Page) => Promise<Result>): Promise<Result> {
  const { server, url } = await listen(
    createApp({ web: folder('../../web/dist'), demo: folder('../../demo') }),
    0,
  )
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-background-networking'],
  })
  try {
    const page = await browser.newPage()
    await page.goto(`${url}/demo`)
    await page.locator('.tile').first().waitFor()
    await page.getByText('Taking in').waitFor({ state: 'detached', timeout: 300_000 })
    return await use(page)
  } finally {
    await browser.close()
    server.close()
  }
}

const resultOf = (name: string, shots: number, ms: number, peakBytes: number): SpeedResult => ({
  name,
  shots,
  seconds: ms / 1000,
  shotsPerSecond: (1000 * shots) / ms,
  peakBytes,
  stagesMs: {},
})
