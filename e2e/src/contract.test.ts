import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { BriefSteps, planShot } from '@cloudbank/core/brief'
import { createNodePool } from '@cloudbank/hosts/node'
import { DEMO, giveFiles, startApp, unzip, type RunningApp } from './harness'

// One plan, two hosts: the pixels before encoding, told by lossless renditions, agree to one code value.

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const steps = BriefSteps.parse({
  finish: { placements: [{ id: 'page', name: 'page', longSidePx: 700, format: 'png' }] },
})

/** A wide-gamut photograph that lies on its side. */
const turnedWideGamut = async (): Promise<Buffer> =>
  sharp(await readFile(`${DEMO}photos/OCK-102-front.jpg`))
    .resize(900)
    .withIccProfile('p3')
    .withMetadata({ orientation: 6 })
    .png()
    .toBuffer()

test('the browser and Node make the same pixels from the same plan', async () => {
  const { page, url } = app
  const photographs = [
    {
      name: 'jar.png',
      mimeType: 'image/png',
      buffer: await readFile(`${DEMO}photos/OCK-107-three-quarter.png`),
    },
    {
      name: 'pot.jpg',
      mimeType: 'image/jpeg',
      buffer: await readFile(`${DEMO}photos/OCK-108-front.jpg`),
    },
    { name: 'turned.png', mimeType: 'image/png', buffer: await turnedWideGamut() },
  ]
  await page.goto(url)
  await giveFiles(page, 'Photographs for a new shoot', photographs)
  await page.getByText('3 shots ·').waitFor({ timeout: 60_000 })
  await page.getByRole('link', { name: 'Brief' }).first().click()
  const rows = page.locator('section[aria-label=Finish]')
  await rows.getByRole('button', { name: 'Remove' }).last().click()
  await rows.getByLabel('Longer side').nth(1).waitFor({ state: 'detached' })
  await rows.getByLabel('Longer side').fill('700')
  await rows.getByLabel('Longer side').press('Enter')
  await rows.getByLabel('Limit').fill('')
  await rows.getByLabel('Limit').press('Enter')
  await rows.getByLabel('Format').selectOption('png')
  await page.getByRole('button', { name: 'Make 3 renditions' }).click()
  await page.getByRole('button', { name: 'All 3 renditions made' }).waitFor({ timeout: 120_000 })
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Download 3 renditions/ }).click()
  const files = await unzip(await downloading)

  const pool = createNodePool(1)
  for (const { name, buffer } of photographs) {
    const hash = createHash('sha256').update(buffer).digest('hex')
    const job = {
      kind: 'render',
      source: new Uint8Array(buffer),
      plan: planShot(hash, steps),
      knownMatte: null,
    } as const
    const { renditions } = await pool.run<'render'>(job)
    const inNode = await sharp(renditions[0]!.bytes).raw().toBuffer({ resolveWithObject: true })
    const stem = name.replace(/\.\w+$/, '')
    const inBrowser = await sharp(files[`page/${stem}.png`])
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect([inBrowser.info.width, inBrowser.info.height, inBrowser.info.channels]).toEqual([
      inNode.info.width,
      inNode.info.height,
      inNode.info.channels,
    ])
    const most = inNode.data.reduce(
      (worst, v, i) => Math.max(worst, Math.abs(v - inBrowser.data[i]!)),
      0,
    )
    expect(most, name).toBeLessThanOrEqual(1)
  }
  pool.dispose()
})
