import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { chromium } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'
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
    let peakBytes = 0
    const watch = setInterval(() => (peakBytes = Math.max(peakBytes, chromiumBytes())), 500)
    const began = performance.now()
    await page.getByRole('button', { name: /^Make \d+ renditions/ }).click()
    await page
      .getByRole('button', { name: /^All \d+ renditions made/ })
      .waitFor({ timeout: 900_000 })
    const seconds = (performance.now() - began) / 1000
    clearInterval(watch)
    return {
      name: 'Chromium, with Cut',
      shots,
      seconds,
      shotsPerSecond: shots / seconds,
      peakBytes,
      stagesMs: {},
    }
  } finally {
    await browser.close()
    server.close()
  }
}

/** Memory that all Chromium processes have to themselves, together. */
function chromiumBytes(): number {
  const pids = execFileSync('pgrep', ['chromium']).toString().trim().split('\n')
  return pids.reduce((sum, pid) => {
    try {
      const rollup = readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')
      return sum + (Number(rollup[1]) - Number(rollup[2])) * 4096
    } catch {
      // The process has ended in the meantime.
      return sum
    }
  }, 0)
}
