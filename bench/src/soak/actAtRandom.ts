import type { Page } from 'playwright-core'
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

type Act = () => Promise<void>

/** Where something lies on the screen, and what it is called. */
interface Place {
  readonly x: number
  readonly y: number
  readonly name: string
}

/**
 * The middles of all that a selector finds on the screen. They are places rather than elements: what a driver holds of an
 * element keeps it from being let go of.
 */
const placesOf = (page: Page, selector: string): Promise<readonly Place[]> =>
  page.evaluate(
    (css) =>
      [...document.querySelectorAll<HTMLElement>(css)].flatMap((element) => {
        const { x, y, width, height } = element.getBoundingClientRect()
        const place = { x: x + width / 2, y: y + height / 2 }
        const isSeen =
          width > 0 && place.x > 0 && place.y > 0 && place.x < innerWidth && place.y < innerHeight
        const name = `${element.textContent} ${element.getAttribute('aria-label') ?? ''}`
        return isSeen ? [{ ...place, name }] : []
      }),
    selector,
  )

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
  /** Uses one of what is there; does nothing where there is none. */
  const oneOf =
    (selector: string, use: (place: Place) => Promise<void>): Act =>
    async () => {
      const places = await placesOf(page, selector)
      if (places.length > 0) await use(pick(places))
    }
  const clickOn = ({ x, y, name }: Place): Promise<void> =>
    KEPT_FROM.test(name) ? Promise.resolve() : page.mouse.click(x, y)
  const button = oneOf('button:not([disabled])', clickOn)
  const link = oneOf('a[href]', clickOn)
  const slide = oneOf('input[type=range], [role=slider]', async ({ x, y }) => {
    await page.mouse.click(x, y)
    for (let k = 1 + Math.floor(random() * 5); k > 0; k--)
      await page.keyboard.press(pick(['ArrowRight', 'ArrowLeft', 'PageUp']))
  })
  const tile = oneOf('.tile', async ({ x, y }) => {
    if (random() < 0.4) await page.mouse.dblclick(x, y)
    else await page.mouse.click(x, y)
  })
  const choose: Act = async () => {
    const count = await page.evaluate(() => document.querySelectorAll('select').length)
    if (count === 0) return
    const at = Math.floor(random() * count)
    await page.evaluate((k) => document.querySelectorAll('select')[k]?.focus(), at)
    await page.keyboard.press(pick(['ArrowDown', 'ArrowUp']))
  }
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
    await page.waitForTimeout(300)
    const [first] = await placesOf(page, 'a[href^="/shoots/"]')
    if (first) await page.mouse.click(first.x, first.y)
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
      await act()
    } catch {
      return `${name}, not possible`
    }
    await page.waitForTimeout(random() * 250)
    return name
  }
}
