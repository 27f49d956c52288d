import { chromium } from 'playwright-core'
import { startApp } from './harness'
import { actAtRandom } from '../../bench/src/soak/actAtRandom'
const app = await startApp()
const { page, url, context } = app
context.setDefaultTimeout(2000)
await page.goto(`${url}/demo`)
await page.getByText('31 shots ·').waitFor({ timeout: 120_000 })
const act = actAtRandom(page, url, 7)
const end = Date.now() + 420_000
const last: string[] = []
page.on("crash", () => { console.log("CRASH after", last.slice(-12)) })
while (Date.now() < end) last.push(await act() + " " + page.url().slice(-20))
for (let k = 0; k < 3; k++) await page.keyboard.press('Escape')
await page.keyboard.press('h')
await page.waitForTimeout(4000)
const c = await context.newCDPSession(page)
await c.send('HeapProfiler.collectGarbage')
await c.send('Performance.enable')
const m = Object.fromEntries((await c.send('Performance.getMetrics')).metrics.map((x) => [x.name, x.value]))
console.log(page.url(), m.Nodes, m.JSEventListeners, m.Documents, await page.evaluate(() => document.querySelectorAll('*').length), await page.evaluate(() => [...document.body.children].map((e) => e.id + '.' + e.className + ' ' + e.querySelectorAll('*').length)))
await page.screenshot({ path: '/tmp/shots/soak.png' })
await c.send('HeapProfiler.enable')
const chunks: string[] = []
c.on('HeapProfiler.addHeapSnapshotChunk', (x) => chunks.push(x.chunk))
await c.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false })
const snap = JSON.parse(chunks.join(''))
const { nodes, edges, strings, snapshot } = snap
const nf = snapshot.meta.node_fields, ef = snapshot.meta.edge_fields, N = nf.length, E = ef.length
const iName = nf.indexOf('name'), iEdge = nf.indexOf('edge_count'), iDet = nf.indexOf('detachedness')
const count: Record<string, number> = {}
const det: number[] = []
for (let i = 0; i < nodes.length; i += N) if (nodes[i + iDet] === 2) { const n = strings[nodes[i + iName]]; count[n] = (count[n] ?? 0) + 1; det.push(i) }
console.log(Object.entries(count).sort((a, b) => b[1] - a[1]).slice(0, 25))
// retainers
const ret = new Map<number, [number, string][]>()
let e = 0
for (let i = 0; i < nodes.length; i += N) for (let k = 0; k < nodes[i + iEdge]; k++, e += E) {
  const type = snapshot.meta.edge_types[0][edges[e]], to = edges[e + 2]
  if (type === 'weak') continue
  const name = type === 'element' || type === 'hidden' ? `[${edges[e + 1]}]` : strings[edges[e + 1]]
  if (!ret.has(to)) ret.set(to, [])
  ret.get(to)!.push([i, `${type}:${name}`])
}
const isDet = new Set(det)
// bfs from root for the shortest path
const parent = new Map<number, [number, string]>(); let queue = [0]; const seen = new Set([0])
const firstEdge: number[] = []; { let x = 0; for (let i = 0; i < nodes.length; i += N) { firstEdge[i / N] = x; x += nodes[i + iEdge] * E } }
while (queue.length) { const next: number[] = []; for (const i of queue) { let x = firstEdge[i / N]!; for (let k = 0; k < nodes[i + iEdge]; k++, x += E) { const type = snapshot.meta.edge_types[0][edges[x]]; if (type === 'weak') continue; const to = edges[x + 2]; if (seen.has(to)) continue; seen.add(to); const name = type === 'element' || type === 'hidden' ? `[${edges[x + 1]}]` : strings[edges[x + 1]]; parent.set(to, [i, `${type}:${name}`]); next.push(to) } } queue = next }
const paths: Record<string, number> = {}
for (const d of det) { const path: string[] = []; let x = d; for (let k = 0; k < 60 && parent.has(x); k++) { const [p, n] = parent.get(x)!; if (!isDet.has(x) || !isDet.has(p)) path.push(`${n} of ${strings[nodes[p + iName]]}`.slice(0, 70)); x = p } const key = path.slice(0, 7).join(' < '); paths[key] = (paths[key] ?? 0) + 1 }
for (const [k, v] of Object.entries(paths).sort((a, b) => b[1] - a[1]).slice(0, 12)) console.log(v, k)
await app.stop()
