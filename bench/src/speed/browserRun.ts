import { fileURLToPath } from 'node:url'
import { chromium } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'
import { chromiumBytes, watchPeak } from './chromiumMemory'
import type { SpeedResult } from './nodeRun'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

/** The demo shoot made through the interface in headless Chromium. */
export async function runInChromium(shots: number): Promise<SpeedResult> {
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
    const peak = watchPeak(chromiumBytes)
    const began = performance.now()
    await page.getByRole('button', { name: /^Make \d+ renditions/ }).click()
    await page
      .getByRole('button', { name: /^All \d+ renditions made/ })
      .waitFor({ timeout: 900_000 })
    const seconds = (performance.now() - began) / 1000
    return {
      name: 'Chromium, with Cut',
      shots,
      seconds,
      shotsPerSecond: shots / seconds,
      peakBytes: peak(),
      stagesMs: {},
    }
  } finally {
    await browser.close()
    server.close()
  }
}
