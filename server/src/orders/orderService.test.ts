import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtemp, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { planShot, SHOP_WHITE } from '@cloudbank/core/brief'
import { CancelledError } from '@cloudbank/core/engine'
import { FileError } from '@cloudbank/core/codec'
import {
  KEYS,
  openQueue,
  openStore,
  workOnOrders,
  type QueuePort,
  type StorePort,
} from '@cloudbank/hosts/farm'
import { createServerOrders, ServerAwayError, type ServerOrders } from '@cloudbank/hosts/orders'
import { sha256, type Job, type JobResults, type Jobs } from '@cloudbank/hosts/pool'
import { systemClock } from '@cloudbank/hosts/runs'
import { createApp } from '../app'
import { createOrderService } from './orderService'

// The browser's side and the server's, over real HTTP; only the engine is played.

const PHOTOGRAPH = new Blob(['a photograph'])
const RENDITION = new TextEncoder().encode('a rendition')

let folder = ''
let store: StorePort
let queue: QueuePort
let server: Server | null = null
let base = ''
let made = 0
let outcome: (job: Extract<Job, { kind: 'render' }>, signal?: AbortSignal) => Promise<void>

const resultOf = async (): Promise<JobResults['render']> => ({
  renditions: [
    {
      placementId: 'page',
      format: 'jpeg',
      bytes: RENDITION,
      width: 10,
      height: 10,
      qualityPct: 80,
      ground: null,
      likeness: null,
      productBox: null,
      window: { x: 0, y: 0, width: 1, height: 1 },
      findings: [],
      hash: await sha256(RENDITION),
      finished: { format: 'jpeg' } as never, // carried, not read
    },
  ],
  mattes: [{ key: 'a/cut/1', matte: { kind: 'uncut', reason: 'no-product' } }],
  findings: [],
})

const played: Jobs = {
  run: (async (job: Extract<Job, { kind: 'render' }>, options?: { signal?: AbortSignal }) => {
    await outcome(job, options?.signal)
    made++
    return resultOf()
  }) as Jobs['run'],
}

async function start(port = 0, quotaBytes = 1e6): Promise<void> {
  queue = await openQueue(null)
  const { router } = createOrderService({ queue, store, uploads: folder, quotaBytes })
  const app = createApp({ web: folder, demo: folder }, { orders: router })
  server = createServer(app)
  await new Promise<void>((resolve) => server!.listen(port, '127.0.0.1', resolve))
  base = `http://localhost:${(server.address() as AddressInfo).port}/api/orders`
  await workOnOrders({ queue, store, jobs: played, slots: 1 })
}

function stop(): void {
  server?.closeAllConnections()
  server?.close()
}

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-orders-'))
  store = await openStore(join(folder, 'store'))
  made = 0
  outcome = () => Promise.resolve()
  await start()
})
afterEach(async () => {
  stop()
  await rm(folder, { recursive: true, force: true })
})

const TUS = { 'Tus-Resumable': '1.0.0' }
const CHUNK = { ...TUS, 'Content-Type': 'application/offset+octet-stream' }

const created = (hash: string, size: number): Promise<Response> =>
  fetch(`${base}/uploads`, {
    method: 'POST',
    headers: { ...TUS, 'Upload-Length': String(size), 'Upload-Metadata': `hash ${btoa(hash)}` },
  })
const sent = (hash: string, body: Blob, offset: number): Promise<Response> =>
  fetch(`${base}/uploads/${hash}`, {
    method: 'PATCH',
    headers: { ...CHUNK, 'Upload-Offset': String(offset) },
    body,
  })

const connected = (): ServerOrders =>
  createServerOrders({
    base,
    fetch,
    clock: systemClock,
    upload: async (content, hash) => {
      await created(hash, content.size)
      await sent(hash, content, 0)
    },
  })

const jobOf = async (source = PHOTOGRAPH): Promise<Extract<Job, { kind: 'render' }>> => ({
  kind: 'render',
  source,
  plan: planShot(await sha256(await source.arrayBuffer()), SHOP_WHITE.steps),
  only: ['page'],
  mattes: [{ key: 'a/cut/0', matte: { kind: 'uncut', reason: 'no-product' } }],
  assets: [],
  look: new Blob(['a look']),
})

describe('orders over HTTP', () => {
  test('a photograph travels once, and what comes back is what was made', async () => {
    const seen: unknown[] = []
    outcome = async ({ source, mattes, look, only }) => {
      seen.push(Buffer.from(source as Uint8Array).toString(), mattes, await look!.text(), only)
      return Promise.resolve()
    }
    const job = await jobOf()
    expect(await connected().render(job, {})).toEqual(await resultOf())
    expect(seen).toEqual(['a photograph', job.mattes, 'a look', ['page']])
    // Nothing lies about of what was uploaded.
    expect(await readdir(join(folder, 'uploads'))).toEqual([])
    let uploads = 0
    const again = createServerOrders({
      base,
      fetch,
      clock: systemClock,
      upload: () => {
        uploads++
        return Promise.resolve()
      },
    })
    expect(await again.render(job, {})).toEqual(await resultOf())
    expect({ made, uploads }).toEqual({ made: 1, uploads: 0 })
  })

  test('an upload goes on where it ended, and what is not what its hash says is refused', async () => {
    const hash = await sha256(await PHOTOGRAPH.arrayBuffer())
    expect((await created(hash, PHOTOGRAPH.size)).headers.get('Location')).toBe(`uploads/${hash}`)
    await sent(hash, PHOTOGRAPH.slice(0, 5), 0)
    expect(await store.has(KEYS.content(hash))).toBe(false)
    const head = await fetch(`${base}/uploads/${hash}`, { method: 'HEAD', headers: TUS })
    expect(head.headers.get('Upload-Offset')).toBe('5')
    expect((await sent(hash, PHOTOGRAPH.slice(5), 5)).status).toBe(204)
    expect(Buffer.from((await store.get(KEYS.content(hash)))!).toString()).toBe('a photograph')

    const other = 'f'.repeat(64)
    await created(other, 3)
    expect((await sent(other, new Blob(['abc']), 0)).status).toBe(422)
    expect(await store.has(KEYS.content(other))).toBe(false)
    expect((await created('../../escape', 3)).status).toBe(400)
  })

  test('two shots of one photograph are one order, and both have it', async () => {
    let uploads = 0
    const server = createServerOrders({
      base,
      fetch,
      clock: systemClock,
      upload: async (content, hash) => {
        uploads++
        await created(hash, content.size)
        await sent(hash, content, 0)
      },
    })
    const job = await jobOf()
    const both = await Promise.all([server.render(job, {}), server.render(job, {})])
    expect(both).toEqual([await resultOf(), await resultOf()])
    // Photograph, matte and look, each once.
    expect({ made, uploads }).toEqual({ made: 1, uploads: 3 })
  })

  test('an answer that breaks off is asked for again', async () => {
    let asked = 0
    const broken = createServerOrders({
      base,
      clock: { now: () => 0, sleep: () => Promise.resolve() },
      upload: (content, hash) =>
        created(hash, content.size)
          .then(() => sent(hash, content, 0))
          .then(() => undefined),
      fetch: async (...request) => {
        const response = await fetch(...request)
        if (++asked % 2 === 0) return response
        const bytes = await response.arrayBuffer()
        return new Response(bytes.slice(0, bytes.byteLength / 2), { status: response.status })
      },
    })
    expect(await broken.render(await jobOf(), {})).toEqual(await resultOf())
    expect(made).toBe(1)
  })

  test('fails as a worker would, with the problem of the file', async () => {
    outcome = () => Promise.reject(new FileError({ code: 'damaged' }))
    await expect(connected().render(await jobOf(), {})).rejects.toThrow(FileError)
  })

  test('stopping stops it there', async () => {
    const control = new AbortController()
    let stopped = (): void => undefined
    const seen = new Promise<void>((resolve) => (stopped = resolve))
    outcome = (_job, signal) =>
      new Promise((_resolve, reject) => {
        signal?.addEventListener('abort', () => {
          stopped()
          reject(new CancelledError())
        })
        control.abort()
      })
    const rendering = connected().render(await jobOf(), { signal: control.signal })
    await expect(rendering).rejects.toThrow(CancelledError)
    await seen
    expect((await connected().report())?.failed).toEqual([])
  })

  test('a store that can’t be written is no fault of the photograph’s', async () => {
    const { put } = store
    store = {
      ...store,
      put: (key, bytes) =>
        key.startsWith(KEYS.made) ? Promise.reject(new Error('ENOSPC')) : put(key, bytes),
    }
    stop()
    await start()
    await expect(connected().render(await jobOf(), {})).rejects.toThrow(ServerAwayError)
  })

  test('a server that starts anew is asked anew, and nothing is lost', async () => {
    const port = Number(new URL(base).port)
    let first = true
    let began = (): void => undefined
    const begun = new Promise<void>((resolve) => (began = resolve))
    outcome = () => {
      if (!first) return Promise.resolve()
      first = false
      began()
      return new Promise(() => undefined)
    }
    const rendering = connected().render(await jobOf(), {})
    await begun
    stop()
    await start(port)
    expect(await rendering).toEqual(await resultOf())
    expect(made).toBe(1)
  })

  test('a photograph that the store has lost is brought again', async () => {
    const job = await jobOf()
    let lost = 0
    const { has } = store
    // It is there when it is asked for, and gone when it is read, as after a sweep between the two.
    store = {
      ...store,
      has,
      get: (key) =>
        key === KEYS.content(job.plan.original) && lost++ === 0
          ? store.remove(key).then(() => null)
          : openedStore.get(key),
    }
    const openedStore = await openStore(join(folder, 'store'))
    stop()
    await start()
    expect(await connected().render(job, {})).toEqual(await resultOf())
    expect(lost).toBe(2)
  })

  test('says that it is full, in words', async () => {
    stop()
    await start(0, 5)
    const response = await created('e'.repeat(64), 12)
    expect(response.status).toBe(507)
    expect(await response.text()).toBe('The server’s folder for photographs is full.')
  })

  test('takes nothing from a page elsewhere', async () => {
    for (const headers of [
      { 'Sec-Fetch-Site': 'cross-site' },
      { Origin: 'http://elsewhere.test' },
    ]) {
      const [report, upload] = await Promise.all([
        fetch(`${base}/report`, { headers }),
        fetch(`${base}/uploads`, { method: 'POST', headers: { ...headers, ...TUS } }),
      ])
      expect([report.status, upload.status]).toEqual([403, 403])
    }
  })

  test('is no such server, where none answers', async () => {
    const port = Number(new URL(base).port)
    stop()
    const away = createServerOrders({
      base: `http://localhost:${port}/api/orders`,
      fetch,
      clock: { now: () => 0, sleep: () => Promise.resolve() },
      upload: () => Promise.resolve(),
    })
    expect(await away.report()).toBeNull()
    await expect(away.render(await jobOf(), {})).rejects.toThrow('the server doesn’t answer')
  })
})
