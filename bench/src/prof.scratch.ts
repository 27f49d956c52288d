import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { chromium } from 'playwright-core'
import { createApp, listen } from '@cloudbank/server'
import { measureIntake } from './speed/interface/intake'
import { multiplyShots } from './speed/interface/manyShots'
const app = createApp({ web: process.env.WEB ?? '/tmp/webprof', demo: resolve('demo') })
const { url } = await listen(app, 0)
const profile = await mkdtemp(join(tmpdir(), 'cloudbank-bench-'))
const context = await chromium.launchPersistentContext(profile, {
  executablePath: '/usr/bin/chromium', viewport: { width: 1280, height: 800 },
  args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking'],
})
const page = context.pages()[0]!
await measureIntake(page, url)
await multiplyShots(page, 'many-large', 5000)
await page.goto('about:blank')
const fresh = await context.newPage()
const c = await context.newCDPSession(fresh)
await c.send('Profiler.enable')
await c.send('Profiler.setSamplingInterval', { interval: 500 })
interface Node { id: number; callFrame: { functionName: string; url: string; lineNumber: number }; children?: number[]; hitCount: number }
function report(p: { nodes: Node[]; samples?: number[]; timeDeltas?: number[] }, name: string) {
  const byId = new Map(p.nodes.map((n) => [n.id, n]))
  const self = new Map<number, number>()
  p.samples!.forEach((s, i) => self.set(s, (self.get(s) ?? 0) + p.timeDeltas![i]! / 1000))
  const total = new Map<string, number>(), own = new Map<string, number>()
  const walk = (n: Node, stack: Set<string>) => {
    const key = `${n.callFrame.functionName || '(anon)'}:${n.callFrame.url.split('/').pop()}:${n.callFrame.lineNumber}`
    const s = self.get(n.id) ?? 0
    own.set(key, (own.get(key) ?? 0) + s)
    const fresh = !stack.has(key)
    if (fresh) stack.add(key)
    for (const k of stack) total.set(k, (total.get(k) ?? 0) + s)
    for (const ch of n.children ?? []) walk(byId.get(ch)!, stack)
    if (fresh) stack.delete(key)
  }
  walk(p.nodes[0]!, new Set())
  const top = (m: Map<string, number>, n: number) => [...m].sort((a, b) => b[1] - a[1]).slice(0, n).map(([k, v]) => `${v.toFixed(0).padStart(7)} ${k}`).join('\n')
  console.log(`== ${name}: total\n${top(total, 70)}\n== ${name}: self\n${top(own, 25)}`)
}
await c.send('Profiler.start')
const t0 = performance.now()
await fresh.goto(`${url}/shoots/many-large`)
await fresh.waitForFunction(() => (document.querySelector<HTMLImageElement>('.tile img')?.naturalWidth ?? 0) > 0, undefined, { polling: 'raf' })
console.log('first', performance.now() - t0)
report((await c.send('Profiler.stop')).profile as never, 'open')
await fresh.waitForTimeout(2500)
console.log(await fresh.evaluate(() => new Promise((r) => { const o = indexedDB.open('cloudbank'); o.onsuccess = () => { const a = o.result.transaction('setAside').objectStore('setAside').getAll(); a.onsuccess = () => r([a.result.length, JSON.stringify(a.result.slice(0,2)).slice(0,600)]) } })))
if (process.argv.includes('scroll')) {
await c.send('Profiler.start')
const d = await fresh.evaluate(async () => {
    const tiles = document.querySelector('.tiles')!
    const deltas: number[] = []
    let last = performance.now()
    for (let i = 0; i < 120; i++) {
      tiles.scrollTop += 120
      await new Promise(requestAnimationFrame)
      const now = performance.now()
      deltas.push(now - last)
      last = now
    }
    tiles.scrollTop = 0
    return deltas
})
report((await c.send('Profiler.stop')).profile as never, 'scroll')
console.log(d.map(Math.round).join(' '))
}
if (process.argv.includes('run')) {
await fresh.locator('.tile').nth(0).click()
await fresh.locator('.tile').nth(7).click({ modifiers: ['Shift'] })
await c.send('Profiler.start')
await fresh.getByRole('button', { name: /^Try on/ }).click()
const stop = fresh.getByRole('button', { name: 'Stop', exact: true })
await stop.waitFor()
await stop.waitFor({ state: 'detached', timeout: 300_000 })
report((await c.send('Profiler.stop')).profile as never, 'run')
}
process.exit(0)
