import sharp from 'sharp'
import type { Locator } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { startApp, type RunningApp } from './harness'
import { openShoot } from './openShoot'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
  await openShoot(
    app,
    ['OCK-101-front.jpg', 'OCK-101-reference.jpg', 'OCK-102-front.jpg', 'OCK-103-front.jpg'],
    'measured',
  )
})
afterAll(() => app.stop())

/** How far a part of the screen is from grey: mean difference of red and blue. */
async function warmthOf(locator: Locator): Promise<number> {
  const { channels } = await sharp(await locator.screenshot()).stats()
  return channels[0]!.mean - channels[2]!.mean
}

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
  await page.getByText('No neutral set').waitFor()
  await page.reload()
  await page.getByText('No neutral set').waitFor()
  await page.keyboard.press('Shift+U')
  await gains.waitFor()
  expect(await gains.textContent()).toBe(kept)
})
