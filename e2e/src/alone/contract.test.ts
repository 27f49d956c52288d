import { createHash } from 'node:crypto'
import { availableParallelism } from 'node:os'
import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { BriefSteps, planShot } from '@cloudbank/core/brief'
import { createNodePool } from '@cloudbank/hosts/node'
import {
  DEMO,
  demoPhotos,
  newShoot,
  startApp,
  unzip,
  type GivenFile,
  type RunningApp,
} from '../harness'

// One plan, two hosts: the pixels before encoding, told by lossless renditions. Photographs come whole, as
// they were taken; their decoders differ by a value or two, and the cut must not turn on that.

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const steps = BriefSteps.parse({
  finish: { placements: [{ id: 'page', name: 'page', longSidePx: 1200, format: 'png' }] },
})

/** A wide-gamut photograph that lies on its side. */
const turnedWideGamut = async (): Promise<GivenFile> => ({
  name: 'turned.png',
  buffer: await sharp(await readFile(`${DEMO}photos/OCK-102-front.jpg`))
    .withIccProfile('p3')
    .withMetadata({ orientation: 6 })
    .png()
    .toBuffer(),
})

/** Lossless files are decoded alike everywhere. */
const LOSSLESS = /\.png$/

const PHOTOGRAPHS = [
  'OCK-107-three-quarter.png', // glass
  'OCK-108-front.jpg',
  'OCK-103-front.jpg', // polished steel
  'OCK-104-three-quarter.jpg', // dark on dark
  'OCK-110-three-quarter.jpg', // wires
  'IMG_2050.jpg', // wood on wood
]

test('the browser and Node make the same pixels from the same plan', async () => {
  const { page } = app
  const photographs = [...(await demoPhotos(PHOTOGRAPHS)), await turnedWideGamut()]
  await newShoot(app, photographs)
  await page.getByRole('link', { name: 'Brief' }).first().click()
  await page.getByRole('button', { name: /^Finish/ }).click()
  const rows = page.locator('section[aria-label=Finish]')
  await rows.getByRole('button', { name: 'Remove' }).last().click()
  await rows.getByLabel('Longer side').nth(1).waitFor({ state: 'detached' })
  await rows.getByLabel('Limit').fill('')
  await rows.getByLabel('Limit').press('Enter')
  await rows.getByLabel('Format').selectOption('png')
  const { length } = photographs
  await page.getByRole('button', { name: `Make ${length} renditions` }).click()
  await page
    .getByRole('button', { name: `All ${length} renditions made` })
    .waitFor({ timeout: 300_000 })
  await page.getByRole('link', { name: 'Deliver' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: new RegExp(`^Download ${length} renditions`) }).click()
  const files = await unzip(await downloading)

  const pool = createNodePool(availableParallelism())
  const rendered = photographs.map(async ({ name, buffer }) => {
    const { renditions } = await pool.run<'render'>({
      kind: 'render',
      source: new Uint8Array(buffer),
      plan: planShot(createHash('sha256').update(buffer).digest('hex'), steps),
      mattes: [],
      assets: [],
      look: null,
    })
    return { name, bytes: renditions[0]!.bytes }
  })
  for (const { name, bytes } of await Promise.all(rendered)) {
    const inNode = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
    const inBrowser = await sharp(files[`page/${name.replace(/\.\w+$/, '')}.png`])
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect([inBrowser.info.width, inBrowser.info.height, inBrowser.info.channels], name).toEqual([
      inNode.info.width,
      inNode.info.height,
      inNode.info.channels,
    ])
    const apart = levelsApart(inNode.data, inBrowser.data)
    if (LOSSLESS.test(name)) expect(apart.most, name).toBeLessThanOrEqual(1)
    else expect(apart.over20 / inNode.data.length, name).toBeLessThan(1e-5)
  }
  pool.dispose()
})

/** How far two pictures are apart: the most, and how many values by more than 2 and 20 levels. */
function levelsApart(
  a: Uint8Array,
  b: Uint8Array,
): { most: number; over2: number; over20: number } {
  const found = { most: 0, over2: 0, over20: 0 }
  for (let i = 0; i < a.length; i++) {
    const apart = Math.abs(a[i]! - b[i]!)
    found.most = Math.max(found.most, apart)
    if (apart > 2) found.over2++
    if (apart > 20) found.over20++
  }
  return found
}
