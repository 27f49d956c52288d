import type { Locator, Page } from 'playwright-core'
import { seededRandom } from '@cloudbank/core/raster/testing'

/** Keys that a person may hit at any moment; what they do depends on where that is. */
const KEYS = [
  ...'1234567890abcdefgijklmnoprstuvwxyz[].,;/'.split(''),
  'ArrowLeft',
  'ArrowRight',
  'ArrowUp',
  'ArrowDown',
  'Escape',
  'Enter',
  'Space',
  'Tab',
  'Shift+u',
]

/** What would end the day's work rather than be part of it, or leaves the browser. */
const KEPT_FROM = /delete|remove from saved|download|save as|free|import|new shoot|take off|sky/i

type Act = (page: Page) => Promise<void>

/** One of what is there, at random; does nothing where there is none. */
const oneOf =
  (
    find: (page: Page) => Locator,
    random: () => number,
    use: (one: Locator) => Promise<void>,
  ): Act =>
  async (page) => {
    const all = find(page)
    const count = await all.count()
    if (count === 0) return
    await use(all.nth(Math.floor(random() * count)))
  }

/**
 * Does one thing after the other that a person could do, the same for the same seed and the same screens. What turns out
 * not to be possible is left.
 *
 * @returns what was done, by name.
 */
export function actAtRandom(page: Page, url: string, seed: number): () => Promise<string> {
  const random = seededRandom(seed)
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!
  const press: Act = () => page.keyboard.press(pick(KEYS))
  const button = oneOf(
    () => page.locator('button:visible:not([disabled])'),
    random,
    async (one) => {
      const name = `${(await one.textContent()) ?? ''} ${(await one.getAttribute('aria-label')) ?? ''}`
      if (!KEPT_FROM.test(name)) await one.click({ timeout: 500 })
    },
  )
  const slide = oneOf(
    () => page.locator('input[type=range]:visible, [role=slider]:visible'),
    random,
    async (one) => {
      await one.focus()
      for (let k = 1 + Math.floor(random() * 5); k > 0; k--)
        await page.keyboard.press(pick(['ArrowRight', 'ArrowLeft', 'PageUp']))
    },
  )
  const tile = oneOf(
    () => page.locator('.tile:visible'),
    random,
    (one) =>
      random() < 0.4
        ? one.dblclick({ timeout: 500 })
        : one.click({ timeout: 500, ...(random() < 0.3 ? { modifiers: ['Control'] } : {}) }),
  )
  const link = oneOf(
    () => page.locator('a:visible'),
    random,
    (one) => one.click({ timeout: 500 }),
  )
  const choose = oneOf(
    () => page.locator('select:visible'),
    random,
    async (one) => {
      const values = await one
        .locator('option:not([disabled])')
        .evaluateAll((options) => options.map((option) => (option as HTMLOptionElement).value))
      if (values.length > 0) await one.selectOption(pick(values), { timeout: 500 })
    },
  )
  const stroke: Act = async () => {
    const place = (): [number, number] => [200 + random() * 800, 150 + random() * 450]
    await page.mouse.move(...place())
    await page.mouse.down()
    for (let k = 0; k < 4; k++) await page.mouse.move(...place())
    await page.mouse.up()
  }
  const back: Act = async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('h')
    await page.locator('a[href^="/shoots/"]').first().click({ timeout: 2000 })
  }
  const acts: readonly (readonly [name: string, weight: number, act: Act])[] = [
    ['key', 30, press],
    ['button', 22, button],
    ['slider', 14, slide],
    ['tile', 14, tile],
    ['link', 8, link],
    ['choice', 5, choose],
    ['stroke', 8, stroke],
    ['home and back', 3, back],
  ]
  const all = acts.reduce((sum, [, weight]) => sum + weight, 0)
  return async () => {
    let at = random() * all
    const [name, , act] = acts.find(([, weight]) => (at -= weight) < 0) ?? acts[0]!
    // Somebody may have gone astray: to another page, or off the app.
    if (!page.url().startsWith(url)) await page.goto(url)
    try {
      await act(page)
    } catch {
      return `${name}, not possible`
    }
    await page.waitForTimeout(random() * 250)
    return name
  }
}
