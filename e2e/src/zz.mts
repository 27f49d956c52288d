// usage: tsx look.mts script.mjs ; keeps a profile with the whole demo made
import { existsSync } from 'node:fs'
import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { chromium } from 'playwright-core'
import { createApp } from '@cloudbank/server'
import { DEMO } from './harness'
const port = 4790
const server = createServer(createApp({ web: fileURLToPath(new URL('../../web/dist', import.meta.url)), demo: DEMO }))
await new Promise<void>((r) => server.listen(port, '127.0.0.1', r))
const url = `http://localhost:${port}`
const profile = process.env.PROF ?? '/tmp/demo-prof'
const first = !existsSync(profile)
const context = await chromium.launchPersistentContext(profile, { executablePath: '/usr/bin/chromium', viewport: { width: +(process.env.W ?? 1280), height: +(process.env.H ?? 800) }, acceptDownloads: true, args: ['--no-sandbox'] })
context.setDefaultTimeout(30000)
const page = context.pages()[0] ?? (await context.newPage())
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)))
page.on('pageerror', (e) => console.log('PAGEERROR', String(e).slice(0, 300)))
await page.goto(first ? `${url}/demo` : url)
if (first) {
  await page.getByText('31 shots ·').waitFor({ timeout: 120000 })
  await page.getByRole('button', { name: 'Make 62 renditions' }).waitFor({ timeout: 200000 })
  await page.waitForTimeout(45000)
  await page.getByRole('button', { name: 'Make 62 renditions' }).click()
  await page.getByRole('button', { name: 'All 62 renditions made' }).waitFor({ timeout: 900000 })
}
await page.goto(url)
const sheet = url + (await page.locator('a[href^="/shoots/"]').first().getAttribute('href'))
const shot = async (name: string) => { await page.screenshot({ path: `/tmp/shots/${name}.png` }); console.log('shot', name) }
const work = (await import(process.argv[2]!)).default
try { await work({ page, context, url, sheet, shot, pause: (ms: number) => page.waitForTimeout(ms) }) } catch (e) { console.log(String(e).slice(0, 900)); await shot('fail') }
await context.close(); server.close(); process.exit(0)
