import type { BrowserContext, Page } from 'playwright-core'
import { multiplyShots } from './manyShots'

export interface SheetResult {
  readonly shots: number
  /** From the navigation to the first tile with its picture, in ms. */
  readonly firstPaintMs: number
  readonly frames: number
  readonly worstFrameMs: number
  readonly framesOver50Ms: number
  /** What the page's own thread works for one finished shot, in ms, in a small and in a large shoot. */
  readonly runMsPerShot: { readonly small: number; readonly large: number }
}

const SMALL = 100
const LARGE = 5000
const SCROLLS = 120
const MADE = 8

/** Measures sheets of 100 and 5,000 shots: opening, scrolling, and a run of some of their shots. */
export async function measureSheets(context: BrowserContext, url: string): Promise<SheetResult> {
  const page = context.pages()[0]!
  await page.goto(url)
  await multiplyShots(page, 'many-small', SMALL)
  await multiplyShots(page, 'many-large', LARGE)
  // The page that wrote the rows has no part in what follows.
  await page.goto('about:blank')
  const fresh = await context.newPage()
  const firstPaintMs = await open(fresh, `${url}/shoots/many-large`)
  await settle(fresh)
  const frames = await scroll(fresh)
  const large = await measureRun(context, fresh)
  await open(fresh, `${url}/shoots/many-small`)
  await settle(fresh)
  const small = await measureRun(context, fresh)
  await fresh.close()
  return {
    shots: LARGE,
    firstPaintMs,
    frames: frames.length,
    worstFrameMs: Math.max(...frames),
    framesOver50Ms: frames.filter((ms) => ms > 50).length,
    runMsPerShot: { small, large },
  }
}

/** Opens a sheet; the time to its first tile with a picture, in ms. */
async function open(page: Page, url: string): Promise<number> {
  const began = performance.now()
  await page.goto(url)
  await page.waitForFunction(
    () => (document.querySelector<HTMLImageElement>('.tile img')?.naturalWidth ?? 0) > 0,
    undefined,
    { timeout: 60_000, polling: 'raf' },
  )
  return performance.now() - began
}

/** Until the page has had nothing to do for a while. */
const settle = (page: Page): Promise<void> => page.waitForTimeout(2500)

/** Times of frames, in ms, while the sheet is scrolled down by 120 px a frame. */
function scroll(page: Page): Promise<number[]> {
  return page.evaluate(async (scrolls) => {
    const tiles = document.querySelector('.tiles')
    if (!tiles) throw new Error('There are no tiles')
    const deltas: number[] = []
    let last = performance.now()
    for (let i = 0; i < scrolls; i++) {
      tiles.scrollTop += 120
      await new Promise(requestAnimationFrame)
      const now = performance.now()
      deltas.push(now - last)
      last = now
    }
    tiles.scrollTop = 0
    return deltas
  }, SCROLLS)
}

/** Makes the first shots; the time that the page's own thread was at work, in ms a shot. */
async function measureRun(context: BrowserContext, page: Page): Promise<number> {
  const tiles = page.locator('.tile')
  await tiles.nth(0).click()
  await tiles.nth(MADE - 1).click({ modifiers: ['Shift'] })
  const client = await context.newCDPSession(page)
  // Of the processor: the page waits for its workers' cores without working.
  await client.send('Performance.enable', { timeDomain: 'threadTicks' })
  const worked = async (): Promise<number> => {
    const { metrics } = await client.send('Performance.getMetrics')
    return (metrics.find(({ name }) => name === 'TaskDuration')?.value ?? 0) * 1000
  }
  await page.getByRole('button', { name: /^Try on/ }).click()
  await page.getByRole('button', { name: 'Stop', exact: true }).waitFor()
  const before = await worked()
  // Asked seldom and plainly: the page's own thread answers.
  await page.waitForFunction(
    () => ![...document.querySelectorAll('button')].some((one) => one.textContent === 'Stop'),
    undefined,
    { polling: 500, timeout: 300_000 },
  )
  return ((await worked()) - before) / MADE
}
