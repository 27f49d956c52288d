import type { Page } from 'playwright-core'
import { seededRandom } from '@cloudbank/core/raster/testing'
import { crash, type RunningApp } from '../harness'

/**
 * Ends the tab again and again while something is under way, each time at a moment that looks random and is the same in
 * every test, and opens it anew.
 *
 * @param most how long it is left alone at most, in ms.
 * @param begin what is done in the tab before each end; nothing where the work goes on by itself.
 * @returns the tab that came last, open at the same address.
 */
export async function killed(
  { page, context }: Pick<RunningApp, 'page' | 'context'>,
  times: number,
  { seed, most, begin }: { seed: number; most: number; begin?: (page: Page) => Promise<void> },
): Promise<Page> {
  const random = seededRandom(seed)
  const url = page.url()
  let tab = page
  for (let k = 0; k < times; k++) {
    await begin?.(tab)
    await tab.waitForTimeout(random() * most)
    tab = await crash(tab, context)
    await tab.goto(url)
  }
  return tab
}
