import type { Page } from 'playwright-core'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'
import { PREPARED } from './preparedShoot'

let app: RunningApp
let sheetUrl = ''
beforeAll(async () => {
  app = await startApp()
  await openShoot(app, PREPARED, 'measured')
  sheetUrl = app.page.url()
})
afterAll(() => app.stop())

/** Each test begins on the sheet of one shoot, with nothing selected. */
beforeEach(async () => {
  await app.page.goto(sheetUrl)
  await app.page.locator('.tile').first().waitFor()
})

/** Every colour that the interface paints, but for the amber mark and the pictures. */
function paintedColours(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const amber = getComputedStyle(document.documentElement).getPropertyValue(
      '--chakra-colors-amber',
    )
    const probe = document.createElement('i')
    probe.style.color = amber
    document.body.append(probe)
    const spared = getComputedStyle(probe).color
    probe.remove()
    const names = [
      'color',
      'backgroundColor',
      'borderTopColor',
      'borderBottomColor',
      'outlineColor',
      'fill',
      'stroke',
    ] as const
    const found = new Set<string>()
    for (const element of document.querySelectorAll('body *'))
      for (const name of names) found.add(getComputedStyle(element)[name])
    found.delete(spared)
    return [...found].filter((colour) => colour.startsWith('rgb'))
  })
}

describe('grey on purpose', () => {
  test.each(['day', 'dusk', 'night'])(
    'every colour is an exact neutral under a %s sky',
    async (sky) => {
      const { page } = app
      await page.getByRole('button', { name: sky, exact: true }).click()
      for (const path of ['', '/brief', '/lightings', '/products', '/deliver', '/live']) {
        await page.goto(sheetUrl + path)
        await page.getByRole('link', { name: 'Sheet' }).waitFor()
        const colours = await paintedColours(page)
        expect(colours.length).toBeGreaterThan(2)
        for (const colour of colours) {
          const [r, g, b] = /rgba?\((\d+), (\d+), (\d+)/.exec(colour)!.slice(1)
          expect([g, b], colour).toEqual([r, r])
        }
      }
    },
  )
})

describe('keyboard alone', () => {
  test('select, look, and come back without a mouse', async () => {
    const { page } = app
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Space')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Space')
    await page.getByText('2 shots selected').first().waitFor()
    await page.keyboard.press('Escape')
    await page.getByText('2 shots selected').first().waitFor({ state: 'detached' })
    await page.keyboard.press('a')
    await page.getByText('13 shots selected').first().waitFor()
    await page.keyboard.press('Enter')
    await page.getByTestId('row').waitFor()
    await page.keyboard.press('Escape')
    await page.locator('.tile').first().waitFor()
  })

  test('help shows every key', async () => {
    const { page } = app
    await page.keyboard.press('Shift+?')
    await page.getByRole('dialog').getByText('Hold to see the original').waitFor()
    await page.keyboard.press('Escape')
    await page.getByRole('dialog').waitFor({ state: 'detached' })
  })

  test('the palette does what it lists', async () => {
    const { page } = app
    await page.keyboard.press('k')
    await page.getByPlaceholder('Search, or run a command').and(page.locator(':focus')).waitFor()
    await page.keyboard.type('deliver')
    await page.keyboard.press('Enter')
    await page.getByRole('heading', { name: 'Deliver' }).waitFor()
    await page.getByRole('dialog').waitFor({ state: 'detached' })
    await page.keyboard.press('s')
    await page.locator('.tile').first().waitFor()
  })

  test('a brief is changed, refused out of range, undone and redone', async () => {
    const { page } = app
    await page.keyboard.press('b')
    await page.getByRole('complementary', { name: 'The brief' }).getByText('Frame').click()
    const fill = page.getByLabel('Fill', { exact: true })
    await fill.fill('400')
    await fill.press('Enter')
    await page.getByText('Fill: a number from 10 to 100').waitFor()
    await fill.fill('80')
    await fill.press('Enter')
    await fill.blur()
    await page.getByRole('button', { name: 'Undo' }).click()
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[aria-label=Fill]')?.value === '85',
    )
    await page.getByRole('button', { name: 'Redo' }).click()
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[aria-label=Fill]')?.value === '80',
    )
    await page.reload()
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[aria-label=Fill]')?.value === '80',
    )
  })
})

test('dragging over the sheet selects what the rectangle touches', async () => {
  const { page } = app
  const first = (await page.locator('.tile').first().boundingBox())!
  await page.mouse.move(first.x - 8, first.y - 6)
  await page.mouse.down()
  await page.mouse.move(first.x + first.width * 1.5, first.y + 60, { steps: 8 })
  await page.mouse.up()
  await page.getByText('2 shots selected').first().waitFor()
})

test('a tile dragged to a product’s head belongs to it, and undo puts it back', async () => {
  const { page } = app
  const head = page.locator('[data-product="OCK-104"]')
  const count = (): Promise<string | null> => head.getAttribute('data-count')
  expect(await count()).toBe('2')
  await page.locator('.tile').first().dragTo(head)
  await expect.poll(count).toBe('3')
  await page.keyboard.press('u')
  await expect.poll(count).toBe('2')
})
