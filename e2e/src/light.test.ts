import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { Locator } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { DEMO, giveFiles, startApp, type RunningApp } from './harness'

let app: RunningApp
const NAMES = [
  'OCK-101-reference.jpg',
  'OCK-101-front.jpg',
  'OCK-102-front.jpg',
  'OCK-103-front.jpg',
]

beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

/** How far a part of the screen is from grey: mean difference of red and blue. */
async function warmthOf(locator: Locator): Promise<number> {
  const { channels } = await sharp(await locator.screenshot()).stats()
  return channels[0]!.mean - channels[2]!.mean
}

test('a folder and its CSV come in, and the columns are mapped', async () => {
  const { page, url } = app
  const photographs = await Promise.all(
    NAMES.map(async (name) => ({
      name,
      mimeType: 'image/jpeg',
      buffer: await readFile(`${DEMO}photos/${name}`),
    })),
  )
  const csv =
    'Artikelnummer;Bezeichnung;Farbe;Lager\nOCK-101;"Becher ""Möwe""";Weiß;3\nOCK-102;Becher;Grün;4\n;ohne;;\nOCK-102;doppelt;;\n'
  await page.goto(url)
  await giveFiles(page, 'Photographs for a new shoot', [
    ...photographs,
    { name: 'products.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) },
  ])
  const window = page.getByRole('dialog', { name: 'Product data' })
  await window.waitFor({ timeout: 60_000 })
  expect(await window.getByLabel('Column for SKU').inputValue()).toBe('0')
  await window.getByLabel('Column for Name').selectOption('Bezeichnung')
  await window.getByText('Becher "Möwe"').first().waitFor()
  const problems = await window.getByTestId('table-problems').textContent()
  expect(problems).toContain('Row 4, Artikelnummer: no SKU')
  expect(problems).toContain('Row 5, Artikelnummer: OCK-102 is in row 3 already')
  await window.getByRole('button', { name: 'Take in 2 products' }).click()
  await window.waitFor({ state: 'detached' })
  await page.getByText('Becher "Möwe", weiß').waitFor()
  await page.getByText('4 shots ·').waitFor({ timeout: 60_000 })
}, 120_000)

test('hovering tries a neutral on the siblings, a click keeps it; undo, reload, redo', async () => {
  const { page } = app
  await page.keyboard.press('l')
  await page.getByText('1 lighting', { exact: true }).waitFor({ timeout: 120_000 })
  await page.getByText('a grey card was found on OCK-101-reference.jpg').waitFor()
  await page.getByRole('button', { name: 'Choose a spot', exact: true }).click()
  const picker = page.getByTestId('spot-picker')
  await picker.locator('[data-drawn]').waitFor({ timeout: 30_000 })
  const sibling = page.locator('canvas[aria-label="OCK-102-front.jpg"]')
  await page.locator('[data-drawn]').nth(2).waitFor({ timeout: 30_000 })
  const card = { x: 0.25, y: 0.5 }
  const box = (await picker.boundingBox())!
  const at = (x: number, y: number) => [box.x + box.width * x, box.y + box.height * y] as const

  // The mug's blue rim is no neutral: the warning comes in words, and the siblings turn.
  await page.mouse.move(...at(0.585, 0.31))
  const readout = page.getByTestId('neutral-readout')
  await readout.getByText('This spot').first().waitFor()
  await expect.poll(() => warmthOf(sibling), { timeout: 15_000 }).toBeGreaterThan(15)

  await page.mouse.move(...at(card.x, card.y))
  await readout
    .getByText('165 149 128')
    .or(readout.getByText(/^16\d 1[45]\d 12\d/))
    .waitFor()
  await expect
    .poll(async () => Math.abs(await warmthOf(sibling)), { timeout: 15_000 })
    .toBeLessThan(6)
  await page.mouse.click(...at(card.x, card.y))
  await page.keyboard.press('Escape')
  const gains = page.getByTestId('gains')
  await gains.waitFor()
  const kept = await gains.textContent()
  expect(kept).toMatch(/gains 0\.8\d\d 1\.0\d\d 1\.4\d\d/)

  await page.keyboard.press('u')
  await page.getByText('No neutral read').waitFor()
  await page.reload()
  await page.getByText('No neutral read').waitFor()
  await page.keyboard.press('Shift+U')
  await gains.waitFor()
  expect(await gains.textContent()).toBe(kept)
}, 180_000)

test('one shot is worked on without a mouse: slider, undo, redo after a reload, pass and return', async () => {
  const { page } = app
  await page.keyboard.press('s')
  await page.getByRole('listbox', { name: 'Shots' }).waitFor()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const history = page.getByRole('list', { name: 'History' })
  await page.locator('[data-testid=viewer] [data-drawn]').waitFor({ timeout: 30_000 })
  const exposure = page.getByLabel('Exposure', { exact: true })
  await exposure.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await history.getByText('Exposure +0.20').waitFor()
  await page.getByLabel('Contrast', { exact: true }).focus()
  await page.keyboard.press('End')
  await history.getByText('Contrast +100').waitFor()
  // A slider has the focus; letters still reach the screen.
  await page.keyboard.press('u')
  await expect.poll(() => page.getByLabel('Contrast', { exact: true }).inputValue()).toBe('0')
  await page.reload()
  await history.getByText('Contrast +100').waitFor()
  await page.locator('[data-testid=viewer] [data-drawn]').waitFor({ timeout: 30_000 })
  await page.keyboard.press('Shift+U')
  await expect.poll(() => page.getByLabel('Contrast', { exact: true }).inputValue()).toBe('100')

  await page.keyboard.press('v')
  await page.getByTestId('verdict').getByText('Passed').waitFor()
  await page.keyboard.press('j')
  await page.getByLabel('Reason').fill('too contrasty')
  await page.keyboard.press('Enter')
  await page.getByTestId('verdict').getByText('Returned: too contrasty').waitFor()

  await page.keyboard.press('t')
  const window = page.getByRole('dialog', { name: 'Carry to siblings' })
  await window.getByRole('button', { name: 'Carry to 1 shot' }).click()
  await history
    .getByText('Tone carried from')
    .waitFor({ state: 'attached' })
    .catch(() => undefined)
  await page.getByRole('button', { name: 'Restore original' }).click()
  await expect.poll(() => exposure.inputValue()).toBe('0')
  // What was carried is on the sibling, and is its own now.
  await page.keyboard.press('Escape')
  await page.getByRole('listbox', { name: 'Shots' }).waitFor()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect.poll(() => exposure.inputValue()).toBe('0.2')
}, 180_000)
