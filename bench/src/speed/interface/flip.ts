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
  const large = await sharp(model).resize({ ...SIZE, fit: 'fill' }).jpeg({ quality: 80 }).toBuffer()
  await page.goto(url)
  const measuredBefore = await countMeasures(page)
  const given = Array.from({ length: PHOTOGRAPHS }, (_, i) => ({
    name: `large-${i}.jpg`,
    mimeType: 'image/jpeg',
    // Bytes after a JPEG's end are no part of it, and make it another file.
    buffer: Buffer.concat([large, Buffer.from(String(i))]),
  }))
  for (const file of given) {
    await page.getByLabel(FIRST_OR_MORE).setInputFiles([file])
    await page.waitForURL(/\/shoots\//)
  }
  await page.getByText(`${PHOTOGRAPHS} shots ·`).waitFor({ timeout: 300_000 })
  await untilMeasured(page, measuredBefore + PHOTOGRAPHS)
  const id = await page.locator('[data-shot]').first().getAttribute('data-shot')
  await page.goto(`${page.url()}/shots/${id ?? ''}`)
  const drawn = page.locator('[data-testid=viewer] [data-drawn]')
  const peak = watchPeak(rendererBytes)
  for (let i = 1; i < PHOTOGRAPHS; i++) {
    await drawn.waitFor({ timeout: 60_000 })
    const before = page.url()
    await page.keyboard.press('ArrowRight')
    await page.waitForURL((url) => url.href !== before)
  }
  await drawn.waitFor({ timeout: 60_000 })
  return { photographs: PHOTOGRAPHS, megapixels: 24, peakBytes: peak() }
}

const FIRST_OR_MORE = /^Photographs (for a new shoot|to add)$/
