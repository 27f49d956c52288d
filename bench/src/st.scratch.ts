import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { chromium } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'
import { measureFlip } from './speed/interface/flip'
import { measureIntake } from './speed/interface/intake'
import { measureSheets } from './speed/interface/sheet'
import { measureSliders } from './speed/interface/sliders'
const app = createApp({ web: resolve('web/dist'), demo: resolve('demo') })
const { url } = await listen(app, 0)
const profile = await mkdtemp(join(tmpdir(), 'cloudbank-bench-'))
const context = await chromium.launchPersistentContext(profile, {
  executablePath: '/usr/bin/chromium', viewport: { width: 1280, height: 800 },
  args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking'],
})
const page = context.pages()[0]!
page.on('console', m => console.log('[page]', m.text().slice(0,300)))
const what = process.argv.slice(2)
try {
if (what.includes('intake')) console.log(await measureIntake(page, url))
if (what.includes('sliders')) console.log(await measureSliders(page))
if (what.includes('sheet')) console.log(await measureSheets(context, url))
if (what.includes('flip')) console.log(await measureFlip(page, url, resolve('demo/photos', process.env.MODEL ?? '')))
} catch (e) { console.log(e); await page.screenshot({ path: '/tmp/fail.png' }) }
process.exit(0)
