import { mkdtemp, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { chromium, type BrowserContext, type Page } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'

export interface InterfaceResult {
  /** From a slider's input event to the picture drawn, 1600 px preview, in ms. */
  readonly sliderMs: { readonly median: number; readonly p95: number }
  /** The same with every kind of setting of Light at work. */
  readonly sliderFullMs: { readonly median: number; readonly p95: number }
  /** Photographs a second taken in, and merely decoded in the same page just before. */
  readonly intake: { readonly perSecond: number; readonly decodePerSecond: number }
  readonly sheet: {
    readonly shots: number
    /** From the navigation to the first tile with its picture, in ms. */
    readonly firstPaintMs: number
    readonly frames: number
    readonly worstFrameMs: number
    readonly framesOver50Ms: number
  }
}

const MOVES = 40
const SHOTS = 5000
const SCROLLS = 120

/** Measures the interface in headless Chromium, on the demo shoot and on one of 5,000 shots. */
export async function runInterface(tell: (line: string) => void): Promise<InterfaceResult> {
  const app = createApp({ web: resolve('web/dist'), demo: resolve('demo') })
  const { server, url } = await listen(app, 0)
  const profile = await mkdtemp(join(tmpdir(), 'cloudbank-bench-'))
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    viewport: { width: 1280, height: 800 },
    args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  })
  try {
    const page = context.pages()[0] ?? (await context.newPage())
    tell('intake …')
    const intake = await measureIntake(page, url)
    tell('slider …')
    const { sliderMs, sliderFullMs } = await measureSliders(page)
    tell(`sheet with ${SHOTS} shots …`)
    const sheet = await measureSheet(context, url)
    return { sliderMs, sliderFullMs, intake, sheet }
  } finally {
    await context.close()
    server.closeAllConnections()
    server.close()
    await rm(profile, { recursive: true, force: true })
  }
}

async function measureIntake(page: Page, url: string): Promise<InterfaceResult['intake']> {
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
  await page.getByText('Measuring').waitFor({ state: 'detached', timeout: 300_000 })
  return {
    perSecond: (names.length / intakeMs) * 1000,
    decodePerSecond: (names.length / decodeMs) * 1000,
  }
}

async function measureSliders(
  page: Page,
): Promise<Pick<InterfaceResult, 'sliderMs' | 'sliderFullMs'>> {
  const id = await page.locator('[data-shot]').first().getAttribute('data-shot')
  await page.goto(`${page.url()}/shots/${id ?? ''}`)
  await page.locator('[data-testid=viewer] [data-drawn]').waitFor({ timeout: 60_000 })
  // The cut of the line of stages comes first, so that it does not compete.
  await page.getByLabel('After Finish').waitFor({ timeout: 60_000 })
  const sliderMs = await dragSlider(page, 'Exposure')
  for (const label of ['Contrast', 'Shadows', 'Warmth', 'Saturation', 'Vibrance']) {
    await page.getByLabel(label, { exact: true }).focus()
    await page.keyboard.press('PageUp')
  }
  await page.waitForTimeout(1500)
  return { sliderMs, sliderFullMs: await dragSlider(page, 'Highlights') }
}

/** Moves a slider step by step; each step waits for its picture. */
async function dragSlider(page: Page, label: string): Promise<{ median: number; p95: number }> {
  const times = await page.evaluate(
    async ({ label, moves }) => {
      const slider = document.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)
      const drawn = document.querySelector('[data-testid=viewer] [data-drawn]')
      if (!slider || !drawn) throw new Error('The bench is not open')
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
      const [low, high] = [Number(slider.min) / 2, Number(slider.max) / 2]
      const found: number[] = []
      for (let i = 0; i < moves; i++) {
        await new Promise<void>((done) => {
          const observer = new MutationObserver(() => {
            observer.disconnect()
            found.push(performance.now() - began)
            done()
          })
          observer.observe(drawn, { attributes: true, attributeFilter: ['data-turn'] })
          const began = performance.now()
          set?.call(slider, String(low + ((high - low) * i) / moves))
          slider.dispatchEvent(new Event('input', { bubbles: true }))
        })
        await new Promise((rest) => setTimeout(rest, 30))
      }
      return found
    },
    { label, moves: MOVES },
  )
  const sorted = [...times].sort((a, b) => a - b)
  return {
    median: sorted[sorted.length >> 1] ?? 0,
    p95: sorted[Math.floor(sorted.length * 0.95)] ?? 0,
  }
}

async function measureSheet(
  context: BrowserContext,
  url: string,
): Promise<InterfaceResult['sheet']> {
  const page = context.pages()[0]!
  const shootId = await multiplyShots(page, SHOTS)
  const fresh = await context.newPage()
  const began = performance.now()
  await fresh.goto(`${url}/shoots/${shootId}`)
  await fresh.waitForFunction(
    () => (document.querySelector<HTMLImageElement>('.tile img')?.naturalWidth ?? 0) > 0,
    undefined,
    { timeout: 60_000, polling: 'raf' },
  )
  const firstPaintMs = performance.now() - began
  await fresh.waitForTimeout(1500)
  const frames = await fresh.evaluate(async (scrolls) => {
    const tiles = document.querySelector('.tiles')
    if (!tiles) throw new Error('There are no tiles')
    const deltas: number[] = []
    let last = performance.now()
    for (let i = 0; i < scrolls; i++) {
      tiles.scrollTop += 120
      await new Promise(requestAnimationFrame)
      const now = performance.now()
      deltas.push(now - last)
      last = now
    }
    return deltas
  }, SCROLLS)
  return {
    shots: SHOTS,
    firstPaintMs,
    frames: frames.length,
    worstFrameMs: Math.max(...frames),
    framesOver50Ms: frames.filter((ms) => ms > 50).length,
  }
}

/** A shoot of many shots, all of the originals that are there, each with its measures. */
function multiplyShots(page: Page, count: number): Promise<string> {
  return page.evaluate(async (wanted) => {
    const db = await new Promise<IDBDatabase>((done, fail) => {
      const opening = indexedDB.open('cloudbank')
      opening.onsuccess = () => done(opening.result)
      opening.onerror = () => fail(opening.error as DOMException)
    })
    const ask = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((done, fail) => {
        request.onsuccess = () => done(request.result)
        request.onerror = () => fail(request.error as DOMException)
      })
    const read = db.transaction(['shoots', 'shots'])
    const [shoot] = await ask(
      read.objectStore('shoots').getAll() as IDBRequest<Record<string, unknown>[]>, // its rows
    )
    const shots = await ask(
      read.objectStore('shots').getAll() as IDBRequest<Record<string, unknown>[]>, // its rows
    )
    const previews = await ask(
      db.transaction('previews').objectStore('previews').getAll() as IDBRequest<
        Record<string, unknown>[]
      >, // its rows
    )
    const measures = await ask(
      db.transaction('measures').objectStore('measures').getAll() as IDBRequest<
        Record<string, unknown>[]
      >, // its rows
    )
    const write = db.transaction(['shoots', 'shots', 'previews', 'measures'], 'readwrite')
    const id = 'many'
    write.objectStore('shoots').put({ ...shoot, id, name: 'Many' })
    for (let i = 0; i < wanted; i++) {
      const shot = shots[i % shots.length]!
      const hash = `${String(shot.originalHash).slice(0, 56)}${String(i).padStart(8, '0')}`
      const of = (rows: Record<string, unknown>[]) =>
        rows.find((row) => row.hash === shot.originalHash)
      write.objectStore('previews').put({ ...of(previews), hash })
      write.objectStore('measures').put({ ...of(measures), hash })
      write.objectStore('shots').put({
        ...shot,
        id: `many-${i}`,
        shootId: id,
        originalHash: hash,
        sku: `SKU-${String(Math.floor(i / 7)).padStart(4, '0')}`,
        lightingId: null,
        order: i,
      })
    }
    await new Promise((done) => {
      write.oncomplete = done
    })
    db.close()
    return id
  }, count)
}
