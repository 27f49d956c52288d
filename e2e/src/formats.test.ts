import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { startApp, unzip, type RunningApp } from './harness'
import { openShoot } from './openShoot'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

/** Each test has a shoot of its own, on its brief. */
beforeEach(async () => {
  await openShoot(app, ['OCK-109-TEA-front.jpg'], 'cut')
  await app.page.getByRole('link', { name: 'Brief' }).first().click()
})

async function makeAndDownload(count: number): Promise<Record<string, Uint8Array>> {
  const { page } = app
  const words = count === 1 ? '1 rendition' : `${count} renditions`
  await page.getByRole('button', { name: `Make ${words}` }).click()
  await page.getByRole('button', { name: `All ${words} made` }).waitFor({ timeout: 120_000 })
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Download/ }).click()
  const files = await unzip(await downloading)
  return files
}

test('a cut-out is a PNG with alpha: clear round the product, whole inside', async () => {
  const { page } = app
  await page.getByLabel('Start from').selectOption('Cut-outs')
  const files = await makeAndDownload(1)
  const { data, info } = await sharp(files['cut-out/OCK-109-TEA-front.png'])
    .raw()
    .toBuffer({ resolveWithObject: true })
  // The flask is 1857 px tall: filling 96 %, the picture may have 1934, not the asked 2000; less what the cut
  // takes for shadow at its foot, which is at most 1.5 %.
  expect(info.width).toBe(info.height)
  expect(Math.abs(info.width - 1934)).toBeLessThan(30)
  expect(info.channels).toBe(4)
  const alphaAt = (x: number, y: number) =>
    data[(Math.round(y * info.height) * info.width + Math.round(x * info.width)) * 4 + 3]
  expect([alphaAt(0.01, 0.01), alphaAt(0.5, 0.6), alphaAt(0.99, 0.99)]).toEqual([0, 255, 0])
  expect(Buffer.from(files['cut-out/OCK-109-TEA-front.png']!).includes('sRGB')).toBe(true)
})

test('a portrait WebP keeps its ratio, its pale ground and its limit', async () => {
  const { page } = app
  await page.getByLabel('Start from').selectOption('Pale portrait')
  const files = await makeAndDownload(1)
  const webp = files['page/OCK-109-TEA-front.webp']!
  expect(webp.length).toBeLessThanOrEqual(220_000)
  const { data, info } = await sharp(webp).removeAlpha().raw().toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual([1080, 1350])
  // Lossy WebP keeps YCbCr of limited range, which has no exact #F2F2F0.
  ;[242, 242, 240].forEach((v, c) => expect(Math.abs(data[c]! - v)).toBeLessThanOrEqual(3))
  expect((await sharp(webp).metadata()).hasProfile).toBe(true)
})

test('a limit is met by lowering the quality, and one that can’t be met is said', async () => {
  const { page } = app
  await page.getByRole('button', { name: /^Finish/ }).click()
  const finish = page.locator('section[aria-label=Finish]')
  await finish.getByLabel('Limit').first().fill('14')
  await finish.getByLabel('Limit').first().press('Enter')
  await finish.getByLabel('Limit').nth(1).fill('1')
  await finish.getByLabel('Limit').nth(1).press('Enter')
  await finish.getByLabel('Format').nth(1).selectOption('avif')
  const files = await makeAndDownload(2)
  const page14 = files['page/OCK-109-TEA-front.jpg']!
  expect(page14.length).toBeLessThanOrEqual(14_000)
  expect(await sharp(page14).metadata()).toMatchObject({ width: 1200, height: 1200 })
  const card = files['card/OCK-109-TEA-front.avif']!
  expect(card.length).toBeGreaterThan(1000)
  expect(await sharp(card).metadata()).toMatchObject({ format: 'heif', width: 600, height: 600 })
  await page.getByRole('link', { name: 'Sheet' }).click()
  await page.getByRole('button', { name: /Over the size limit/ }).click()
  await page.getByText('1 shot selected').first().waitFor()
})
