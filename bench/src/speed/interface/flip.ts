import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { rendererBytes, watchPeak } from '../chromiumMemory'
import { countMeasures, untilMeasured } from './intake'

export interface FlipResult {
  readonly photographs: number
  readonly megapixels: number
  /** What the page and its workers have to themselves at most while all are flipped through. */
  readonly peakBytes: number
}

const PHOTOGRAPHS = 50
const SIZE = { width: 6000, height: 4000 }

/** Takes in 50 photographs of 24 megapixels and flips through all of them on the bench. */
export async function measureFlip(page: Page, url: string, model: string): Promise<FlipResult> {
  const large = await sharp(model)
    .resize({ ...SIZE, fit: 'fill' })
    .jpeg({ quality: 80 })
    .toBuffer()
  await page.goto(url)
  const measuredBefore = await countMeasures(page)
  const given = Array.from({ length: PHOTOGRAPHS }, (_, i) => ({
    name: `large-${i}.jpg`,
    mimeType: 'image/jpeg',
    // Bytes after a JPEG's end are no part of it, and make it another file.
    buffer: Buffer.concat([large, Buffer.from(String(i))]),
  }))
  // One at a time: the browser's driver takes no more than 50 MB at once.
  const [first, ...others] = given
  await page.getByLabel('Photographs for a new shoot').setInputFiles([first!])
  for (const file of others) await page.getByLabel('Photographs to add').setInputFiles([file])
  await page.getByText(`${PHOTOGRAPHS} shots ·`).waitFor({ timeout: 300_000 })
  await untilMeasured(page, measuredBefore + PHOTOGRAPHS)
  const id = await page.locator('[data-shot]').first().getAttribute('data-shot')
  await page.goto(`${page.url()}/shots/${id ?? ''}`)
  await page.getByRole('navigation', { name: 'Stages' }).waitFor()
  await page.keyboard.press('f')
  const drawn = page.locator('[data-testid=viewer] [data-drawn]')
  const peak = watchPeak(rendererBytes)
  for (let i = 1; i <= PHOTOGRAPHS; i++) {
    await page.getByText(`${i} of ${PHOTOGRAPHS}`, { exact: true }).waitFor()
    await drawn.waitFor({ timeout: 60_000 })
    await page.keyboard.press('ArrowRight')
  }
  return { photographs: PHOTOGRAPHS, megapixels: 24, peakBytes: peak() }
}
