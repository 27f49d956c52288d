import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { rowsOf, startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'

const FILES = [
  'OCK-103-front.jpg',
  'OCK-104-top.jpg',
  'OCK-107-front.jpg',
  'OCK-108-front.jpg',
  'OCK-109-SLA-front.jpg',
  'OCK-111-top.jpg',
] as const

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

/** Each test has a shoot of its own, all made and not yet reviewed. */
beforeEach(() => openShoot(app, FILES, 'made'))

/** Returns the two worst for their edge and their colour, and passes the others. */
async function reviewAll(): Promise<void> {
  const { page } = app
  await page.keyboard.press('e')
  for (const [done, key] of ['1', '2', 'Space', 'Space', 'Space', 'Space'].entries()) {
    await page.getByText(`worst first, ${done + 1} of 6`).waitFor()
    await page.keyboard.press(key)
  }
  await page.getByText('4 passed, 2 returned, 0 unreviewed.').waitFor()
  await page.keyboard.press('Escape')
  await page.locator('.tile').first().waitFor()
}

interface ShotRow {
  readonly fileName: string
  readonly verdict: { readonly kind: string; readonly reason?: string } | null
}

const verdicts = async (): Promise<Record<string, string>> =>
  Object.fromEntries(
    (await rowsOf<ShotRow>(app.page, 'shots')).map(({ fileName, verdict }) => [
      fileName,
      verdict ? `${verdict.kind}${verdict.reason ? `: ${verdict.reason}` : ''}` : 'none',
    ]),
  )
const seen = (): Promise<string> => app.page.locator('aside h1 + p').innerText()

test('a shoot is reviewed by keys alone, worst first, with a touch-up on the way', async () => {
  const { page } = app
  await page.keyboard.press('e')
  await page.getByText('worst first, 1 of 6').waitFor()
  const order: string[] = []
  const next = async (key: string, words: string): Promise<void> => {
    order.push(await seen())
    await page.keyboard.press(key)
    await page.getByText(words).waitFor()
  }
  await next('1', 'worst first, 2 of 6')
  await next('2', 'worst first, 3 of 6')
  // Its doubtful place at 1:1: one pixel of the file is one of the screen.
  await page.keyboard.press('n')
  const shown = page.locator('.review-frame img')
  await expect.poll(() => shown.evaluate((img) => img.getBoundingClientRect().width)).toBe(1200)
  await page.keyboard.press('Escape')
  await expect
    .poll(() => shown.evaluate((img) => img.getBoundingClientRect().width))
    .toBeLessThan(900)
  // Touched up on the bench, and back to the same shot.
  const touched = await seen()
  await page.keyboard.press('Enter')
  await page.getByRole('heading', { level: 1, name: touched }).waitFor()
  await page.getByRole('navigation', { name: 'Stages' }).waitFor()
  await page.keyboard.press('Escape')
  await page.getByText('worst first, 3 of 6').waitFor()
  expect(await seen()).toBe(touched)
  await next('6', 'What needs to be done?')
  await page.getByLabel('Reason').fill('label turned away')
  await page.keyboard.press('Enter')
  await page.getByText('worst first, 4 of 6').waitFor()
  // A verdict is changed by going back.
  await page.keyboard.press('ArrowLeft')
  await page.getByText('worst first, 3 of 6').waitFor()
  await page.keyboard.press('Space')
  await page.getByText('worst first, 4 of 6').waitFor()
  // Undo takes back the verdict, not an earlier change to another shot, and its shot comes back.
  await page.keyboard.press('u')
  await page.getByText('worst first, 3 of 6').waitFor()
  expect(await seen()).toBe(touched)
  await expect.poll(async () => (await verdicts())[touched]).toBe('returned: label turned away')
  await page.keyboard.press('Shift+U')
  await expect.poll(async () => (await verdicts())[touched]).toBe('passed')
  await page.keyboard.press('ArrowRight')
  await page.getByText('worst first, 4 of 6').waitFor()
  await next('Space', 'worst first, 5 of 6')
  await next('Space', 'worst first, 6 of 6')
  await next('Space', 'all 6 seen')
  await page.getByText('4 passed, 2 returned, 0 unreviewed.').waitFor()
  expect(new Set(order).size).toBe(6)
  const given = await verdicts()
  expect(order.map((name) => given[name])).toEqual([
    'returned: edge',
    'returned: colour',
    'passed',
    'passed',
    'passed',
    'passed',
  ])
})

test('the pictures that come next are read and decoded before they are asked for', async () => {
  const { page } = app
  await page.keyboard.press('e')
  const shown = page.locator('.review-frame img[src]')
  await shown.waitFor()
  const ahead = page.locator('.review-ahead')
  await expect.poll(() => ahead.count()).toBe(2)
  const next = await ahead.first().evaluate(async (img: HTMLImageElement) => {
    await img.decode()
    return { src: img.src, width: img.naturalWidth }
  })
  expect(next.width).toBe(1200)
  await page.keyboard.press('ArrowRight')
  await page.getByText('worst first, 2 of').waitFor()
  await expect.poll(() => shown.getAttribute('src')).toBe(next.src)
})

test('what was returned is counted, sorted out, named on its tile, and left out of the delivery until said', async () => {
  const { page } = app
  await reviewAll()
  await page.getByRole('button', { name: /^Returned\s*2$/ }).click()
  await page.getByText('2 of 6 shots').waitFor()
  expect(await page.locator('.tile[data-verdict=returned]').count()).toBe(2)
  expect(await page.locator('.tile').first().getAttribute('aria-label')).toMatch(
    /returned: (edge|colour)/,
  )
  await page.getByRole('button', { name: 'Remove filter Returned' }).click()
  await expect.poll(() => page.locator('.tile').count()).toBe(6)
  // A passed shot whose brief changes has been changed since.
  await page.getByRole('link', { name: 'Deliver' }).click()
  await page.getByText('2 shots returned: left out.').waitFor()
  await page.getByRole('button', { name: /^Download 8 renditions/ }).waitFor()
  await page.getByRole('button', { name: 'Deliver anyway' }).click()
  await page.getByRole('button', { name: /^Download 12 renditions/ }).waitFor()
  await page.getByRole('link', { name: 'Brief' }).click()
  await page.getByLabel('Contrast', { exact: true }).fill('9')
  await page.getByLabel('Contrast', { exact: true }).press('Enter')
  await page.getByRole('link', { name: 'Sheet' }).click()
  await page.getByRole('button', { name: /^Changed since\s*6$/ }).waitFor()
})

test('the sheet is narrowed by words that combine, and a filter with a name comes back', async () => {
  const { page } = app
  await reviewAll()
  await page.getByRole('button', { name: 'Filter …' }).click()
  const menu = page.getByRole('dialog', { name: 'Filter' })
  await menu.getByRole('button', { name: /^front/ }).click()
  await menu.getByRole('button', { name: /^Returned/ }).click()
  const count = await page.locator('.tile').count()
  expect(count).toBeGreaterThan(0)
  expect(count).toBeLessThan(6)
  await menu.getByLabel('Name for this filter').fill('fronts to mend')
  await menu.getByLabel('Name for this filter').press('Enter')
  await menu.getByRole('button', { name: 'Clear all' }).click()
  await expect.poll(() => page.locator('.tile').count()).toBe(6)
  await page.reload()
  await page.locator('.tile').first().waitFor()
  await page.getByRole('button', { name: 'Filter …' }).click()
  await page.getByRole('button', { name: 'fronts to mend', exact: true }).click()
  await expect.poll(() => page.locator('.tile').count()).toBe(count)
  await page.keyboard.press('Escape')
})
