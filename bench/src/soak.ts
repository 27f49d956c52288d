import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { chromium } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'
import { actAtRandom } from './soak/actAtRandom'
import { countUrls, readLevels, type Levels } from './soak/levels'
import { printTable } from './table'

// A person who never tires, and never thinks: the demo shoot is worked on at random, and what must not grow is read.

const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '60' },
    seed: { type: 'string', default: '1' },
    every: { type: 'string', default: '5' },
  },
})
const endsAt = Date.now() + Number(values.minutes) * 60_000
const everyMs = Number(values.every) * 60_000

const { server, url } = await listen(
  createApp({ web: resolve('web/dist'), demo: resolve('demo') }),
  0,
)
const profile = await mkdtemp(join(tmpdir(), 'cloudbank-soak-'))
const context = await chromium.launchPersistentContext(profile, {
  executablePath: '/usr/bin/chromium',
  viewport: { width: 1280, height: 800 },
  acceptDownloads: true,
  args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking'],
})
context.setDefaultTimeout(2000)
const page = context.pages()[0] ?? (await context.newPage())
await countUrls(page)
const wrong: string[] = []
page.on('pageerror', ({ message }) => wrong.push(message))
page.on('console', (message) => {
  if (message.type() === 'error') wrong.push(message.text())
})
page.on('crash', () => wrong.push('the page crashed'))
await page.goto(`${url}/demo`)
await page.getByText('31 shots ·').waitFor({ timeout: 120_000 })

const acts = new Map<string, number>()
const levels: Levels[] = []
const began = Date.now()
let nextReading = began + everyMs
const act = actAtRandom(page, url, Number(values.seed))
while (Date.now() < endsAt) {
  const done = await act()
  acts.set(done, (acts.get(done) ?? 0) + 1)
  if (Date.now() < nextReading) continue
  levels.push(await readLevels(page, Math.round((Date.now() - began) / 60_000)))
  process.stderr.write(`${JSON.stringify(levels.at(-1))}, ${wrong.length} errors\n`)
  nextReading = Date.now() + everyMs
}

await context.close()
server.close()
await rm(profile, { recursive: true, force: true })
console.log(
  `${[...acts.values()].reduce((sum, count) => sum + count, 0)} acts, seed ${values.seed}`,
)
printTable([['act', 'times'], ...[...acts].sort((a, b) => b[1] - a[1])])
console.log()
printTable([
  ['minute', 'heap MB', 'elements', 'listeners', 'URLs of blobs', 'stored MB'],
  ...levels.map(({ minute, heapBytes, elements, listeners, urls, storedBytes }) => [
    minute,
    heapBytes / 1e6,
    elements,
    listeners,
    urls,
    storedBytes / 1e6,
  ]),
])
console.log(`\n${wrong.length} errors on the console`)
for (const line of new Set(wrong)) console.log(`  ${line.slice(0, 300)}`)
process.exit(wrong.length === 0 ? 0 : 1)
