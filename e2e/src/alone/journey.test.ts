import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { z } from 'zod'
import { countRenditions, demoPhotos, newShoot, startApp, unzip, type RunningApp } from '../harness'

const Manifest = z.object({
  files: z.array(
    z.object({
      path: z.string(),
      photograph: z.string(),
      placement: z.enum(['page', 'card']),
      width: z.number(),
      height: z.number(),
      bytes: z.number(),
      findings: z.array(z.string()),
    }),
  ),
})

/** Enough of them for a pause, a reload and a stop on the way; one is a detail, which stays uncut. */
const FILES = [
  'IMG_2041.jpg',
  'IMG_2043.jpg',
  'IMG_2047.jpg',
  'IMG_2050.jpg',
  'OCK-101-detail.jpg',
  'OCK-101-front.jpg',
  'OCK-102-front.jpg',
  'OCK-103-front.jpg',
  'OCK-104-top.jpg',
  'OCK-107-front.jpg',
  'OCK-108-front.jpg',
  'OCK-109-TEA-front.jpg',
  'OCK-110-three-quarter.jpg',
  'OCK-111-top.jpg',
] as const
const ALL = FILES.length * 2

const ASKED = { page: { side: 1200, limit: 200_000 }, card: { side: 600, limit: 60_000 } } as const

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

test('a shoot becomes a delivered, uniform set, through a pause, a reload and a stop', async () => {
  const { page } = app
  await newShoot(app, await demoPhotos(FILES))
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true)

  await page.getByRole('button', { name: `Make ${ALL} renditions` }).click()
  await page.getByText(/^[2-9] of 14 shots/).waitFor()

  // Paused, nothing goes on; what is finished stays.
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.getByRole('button', { name: 'Resume' }).waitFor()
  const paused = await countRenditions(page)
  expect(paused).toBeGreaterThanOrEqual(4)
  // Not after a reload either, nor while other screens are looked at.
  await page.reload()
  await page.getByRole('button', { name: 'Resume' }).waitFor()
  await page.getByRole('link', { name: 'Lightings' }).click()
  await page.getByRole('heading', { name: 'Lightings' }).waitFor()
  expect(await countRenditions(page)).toBe(paused)

  // The interface is free while the run goes on: another screen, and back.
  await page.getByRole('button', { name: 'Resume' }).click()
  await page.getByRole('link', { name: 'Brief' }).first().click()
  await page.getByLabel('Contrast', { exact: true }).waitFor()
  await page.getByRole('link', { name: 'Sheet' }).click()

  // A reload in the middle of the run: it goes on by itself and starts nothing again.
  await page.getByText(/^([4-9]|1\d) of 14 shots/).waitFor()
  const before = await countRenditions(page)
  await page.reload()
  await page.getByText(/^([4-9]|1\d) of 14 shots/).waitFor()
  expect(await countRenditions(page)).toBeGreaterThanOrEqual(before)

  // Stopped, the button says exactly what is left.
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.getByText(/^Stopped\. \d+ renditions made/).waitFor()
  const left = ALL - (await countRenditions(page))
  await page.getByRole('button', { name: `Make ${left} renditions` }).click()
  await page
    .getByRole('button', { name: `All ${ALL} renditions made` })
    .waitFor({ timeout: 300_000 })

  await page.reload()
  await page.getByRole('button', { name: `All ${ALL} renditions made` }).waitFor()
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: new RegExp(`^Download ${ALL} renditions`) }).click()
  const files = await unzip(await downloading)

  const manifest = Manifest.parse(JSON.parse(Buffer.from(files['manifest.json']!).toString()))
  expect(manifest.files.length).toBe(ALL)
  // Beside them two manifests and a page of the pictures.
  expect(Object.keys(files).length).toBe(ALL + 3)
  let framed = 0
  for (const entry of manifest.files) if (await checkPicture(entry, files[entry.path]!)) framed++
  // The detail is left uncut in both sizes.
  expect(framed).toBe(ALL - 2)
})

/**
 * Size, weight, backdrop and product box of one delivered file, from its own bytes.
 *
 * @returns whether it has a product whose place in the frame could be checked.
 */
async function checkPicture(
  { path, placement, findings, ...said }: z.infer<typeof Manifest>['files'][number],
  bytes: Uint8Array,
): Promise<boolean> {
  const { side, limit } = ASKED[placement]
  expect(bytes.length, path).toBe(said.bytes)
  expect(bytes.length, path).toBeLessThanOrEqual(limit)
  const metadata = await sharp(bytes).metadata()
  expect([metadata.format, metadata.hasProfile, metadata.width, metadata.height], path).toEqual([
    'jpeg',
    true,
    said.width,
    said.height,
  ])
  expect(said.width, path).toBe(said.height)
  if (findings.includes('Too small for the size')) expect(said.width, path).toBeLessThan(1200)
  else expect(said.width, path).toBe(side)
  if (findings.includes('Runs out of the frame')) return false

  const { data, info } = await sharp(bytes).greyscale().raw().toBuffer({ resolveWithObject: true })
  let [x0, y0, x1, y1] = [info.width, info.height, 0, 0]
  for (let y = 0; y < info.height; y++)
    for (let x = 0; x < info.width; x++) {
      if (data[y * info.width + x]! > 244) continue
      x0 = Math.min(x0, x)
      x1 = Math.max(x1, x + 1)
      y0 = Math.min(y0, y)
      y1 = Math.max(y1, y + 1)
    }
  const fill = Math.max(x1 - x0, y1 - y0) / info.width
  expect(Math.abs(fill - 0.85), `${path} fills ${fill}`).toBeLessThan(0.02)
  const off = Math.hypot((x0 + x1) / 2 / info.width - 0.5, (y0 + y1) / 2 / info.height - 0.5)
  expect(off, `${path} is off centre`).toBeLessThan(0.02)
  const ring = Math.round(info.width * 0.03)
  for (let i = 0; i < info.width; i++)
    for (const p of [
      ring * info.width + i,
      (info.height - 1 - ring) * info.width + i,
      i * info.width + ring,
      i * info.width + info.width - 1 - ring,
    ])
      expect(data[p], `${path} backdrop`).toBe(255)
  return true
}
