import { readdir } from 'node:fs/promises'
import { resolve } from 'node:path'
import type { Page } from 'playwright-core'

export interface IntakeResult {
  /** Photographs a second taken in, and merely decoded in the same page just before. */
  readonly perSecond: number
  readonly decodePerSecond: number
}

/** Waits until as many originals have been measured. */
export async function untilMeasured(page: Page, count: number): Promise<void> {
  const deadline = performance.now() + 900_000
  while ((await countMeasures(page)) < count) {
    if (performance.now() > deadline) throw new Error('Measuring takes too long')
    await page.waitForTimeout(1000)
  }
}

/** How many originals have been measured in the page's database. */
export const countMeasures = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((done, fail) => {
        const opening = indexedDB.open('cloudbank')
        opening.onerror = () => fail(opening.error as DOMException)
        opening.onsuccess = () => {
          const counting = opening.result.transaction('measures').objectStore('measures').count()
          counting.onsuccess = () => {
            opening.result.close()
            done(counting.result)
          }
        }
      }),
  )

/** Takes the demo shoot in as a new shoot and waits until it has been measured. */
export async function measureIntake(page: Page, url: string): Promise<IntakeResult> {
  const names = await readdir(resolve('demo/photos'))
  await page.goto(url)
  await page.getByText('Drop photographs anywhere').waitFor()
  const decodeMs = await page.evaluate(async (files) => {
    const blobs = await Promise.all(
      files.map(async (name) => (await fetch(`/demo/photos/${name}`)).blob()),
    )
    // As many at a time as there are cores, each read back as pixels.
    const decode = async (blob: Blob): Promise<void> => {
      const bitmap = await createImageBitmap(blob)
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
      const context = canvas.getContext('2d', { willReadFrequently: true })
      context?.drawImage(bitmap, 0, 0)
      context?.getImageData(0, 0, bitmap.width, bitmap.height)
      bitmap.close()
    }
    const queue = [...blobs]
    const began = performance.now()
    const lane = async (): Promise<void> => {
      for (let blob = queue.shift(); blob; blob = queue.shift()) await decode(blob)
    }
    await Promise.all(Array.from({ length: navigator.hardwareConcurrency }, lane))
    return performance.now() - began
  }, names)
  const files = names.map((name) => resolve('demo/photos', name))
  const began = performance.now()
  await page.getByLabel('Photographs for a new shoot').setInputFiles(files)
  await page.getByText(`${names.length} shots ·`).waitFor({ timeout: 120_000 })
  const intakeMs = performance.now() - began
  await untilMeasured(page, names.length)
  return {
    perSecond: (names.length / intakeMs) * 1000,
    decodePerSecond: (names.length / decodeMs) * 1000,
  }
}
