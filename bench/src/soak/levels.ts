import type { Page } from 'playwright-core'

/** What must stay level, however long the app is open. */
export interface Levels {
  readonly minute: number
  readonly heapBytes: number
  readonly elements: number
  readonly listeners: number
  /** Object URLs that have been made and not revoked. */
  readonly urls: number
  readonly storedBytes: number
}

interface Counting {
  liveUrls?: Set<string>
}

/** Has the page count the object URLs that are alive. To be called before it is opened. */
export const countUrls = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const live = new Set<string>()
    ;(globalThis as Counting).liveUrls = live
    const make = URL.createObjectURL.bind(URL)
    const revoke = URL.revokeObjectURL.bind(URL)
    URL.createObjectURL = (of) => {
      const made = make(of)
      live.add(made)
      return made
    }
    URL.revokeObjectURL = (old) => {
      live.delete(old)
      revoke(old)
    }
  })

/** Goes home, where nothing is shown but the shoots, lets go of what can be let go of, and reads. */
export async function readLevels(page: Page, minute: number): Promise<Levels> {
  for (let k = 0; k < 3; k++) await page.keyboard.press('Escape')
  await page.keyboard.press('h')
  await page.waitForTimeout(4000)
  const client = await page.context().newCDPSession(page)
  await client.send('HeapProfiler.collectGarbage')
  await client.send('Performance.enable')
  const { metrics } = await client.send('Performance.getMetrics')
  const metric = (name: string): number => metrics.find((one) => one.name === name)?.value ?? NaN
  const { urls, storedBytes } = await page.evaluate(async () => ({
    urls: (globalThis as Counting).liveUrls?.size ?? NaN,
    storedBytes: (await navigator.storage.estimate()).usage ?? NaN,
  }))
  await client.detach()
  return {
    minute,
    heapBytes: metric('JSHeapUsedSize'),
    elements: metric('Nodes'),
    listeners: metric('JSEventListeners'),
    urls,
    storedBytes,
  }
}
