import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { chromium } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'
import { measureFlip, type FlipResult } from './flip'
import { measureIntake, type IntakeResult } from './intake'
import { measureSheets, type SheetResult } from './sheet'
import { measureShelf, type ShelfResult } from './shelf'
import { measureSliders, type SliderResult } from './sliders'

export interface InterfaceResult {
  readonly sliders: SliderResult
  readonly intake: IntakeResult
  readonly sheet: SheetResult
  readonly shelf: ShelfResult
  readonly flip: FlipResult
}

/** Measures the interface in headless Chromium: the demo shoot, 5,000 shots, 50 large photographs. */
export async function runInterface(
  model: string,
  tell: (line: string) => void,
): Promise<InterfaceResult> {
  const app = createApp({ web: resolve('web/dist'), demo: resolve('demo') })
  const { server, url } = await listen(app, 0)
  const profile = await mkdtemp(join(tmpdir(), 'cloudbank-bench-'))
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  })
  try {
    const page = context.pages()[0] ?? (await context.newPage())
    tell('intake …')
    const intake = await measureIntake(page, url)
    tell('slider …')
    const sliders = await measureSliders(page)
    tell('sheets …')
    const sheet = await measureSheets(context, url)
    tell('shelf …')
    const shelf = await measureShelf(page, url)
    tell('flipping through …')
    const flip = await measureFlip(page, url, model)
    return { sliders, intake, sheet, shelf, flip }
  } finally {
    await context.close()
    server.closeAllConnections()
    server.close()
    await rm(profile, { recursive: true, force: true })
  }
}
