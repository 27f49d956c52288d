import { join } from 'node:path'
import express, { Router } from 'express'
import { z } from 'zod'
import { KEYS, type QueuePort, type StorePort } from '@cloudbank/hosts/farm'
import {
  ContentHash,
  contentsOf,
  Order,
  type OrderState,
  type PlacedOrder,
} from '@cloudbank/hosts/orders'
import { sameOriginOnly } from './sameOriginOnly'
import { createUploads } from './uploads'
import { makeRoom } from './makeRoom'

export interface OrderSurroundings {
  readonly queue: QueuePort
  readonly store: StorePort
  /** Where uploads lie until they are whole. */
  readonly uploads: string
  /** What the store may hold, in bytes. */
  readonly quotaBytes: number
}

/** A question after orders is answered after so long at the latest, in ms. */
const MAX_WAIT_MS = 20_000
const MAX_ORDER = '20mb'
const SWEEP_MS = 10 * 60_000

const Asked = z.object({ ids: z.array(ContentHash).max(1000) })

/**
 * Makes renditions for browsers: photographs are uploaded once, by their hash; orders are placed, asked after, and what
 * came of them is fetched. All of it can be asked again at any time, with the same result.
 */
export function createOrderService({ queue, store, uploads, quotaBytes }: OrderSurroundings): {
  readonly router: Router
  readonly close: () => Promise<void>
} {
  const router = Router()
  /** What the orders under way name: it stays. */
  const open = new Map<string, Order>()
  const listeners = new Set<(id: string) => void>()
  const unlisten = queue.onEnded((id) => {
    open.delete(id)
    for (const listener of listeners) listener(id)
  })
  const inUse = (): ReadonlySet<string> =>
    new Set([...open.values()].flatMap((order) => contentsOf(order).map(KEYS.content)))
  /** What the store holds at most: counted at first and at every sweep, and with what is uploaded since. */
  let held = Infinity
  const countFor = async (bytes: number): Promise<void> => {
    held = await makeRoom(store, quotaBytes - bytes, inUse(), Date.now())
  }
  const roomFor = async (bytes: number): Promise<boolean> => {
    if (held + bytes > quotaBytes) await countFor(bytes)
    const hasRoom = held + bytes <= quotaBytes
    if (hasRoom) held += bytes
    return hasRoom
  }
  const { handle, sweep } = createUploads(join(uploads, 'uploads'), store, roomFor)
  const sweeping = setInterval(
    () => void Promise.all([sweep(), countFor(0)]).catch(() => undefined),
    SWEEP_MS,
  )
  sweeping.unref()

  const stateOf = async (id: string): Promise<OrderState> =>
    (await store.has(KEYS.madeOrder(id))) ? { kind: 'made' } : queue.stateOf(id)

  router.use(sameOriginOnly)
  router.all('/uploads{/*rest}', (request, response) => void handle(request, response))
  router.use(express.json({ limit: MAX_ORDER }))

  router.post('/', async ({ body }, response) => {
    const read = Order.safeParse(body)
    if (!read.success) {
      const [issue] = read.error.issues
      response
        .status(400)
        .type('text')
        .send(`${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`)
      return
    }
    const order = read.data
    const missing: string[] = []
    if (!(await store.has(KEYS.madeOrder(order.id)))) {
      for (const hash of contentsOf(order))
        if (!(await store.has(KEYS.content(hash)))) missing.push(hash)
      if (missing.length === 0) {
        open.set(order.id, order)
        await queue.place(order)
      }
    }
    response.status(202).json({ missing } satisfies PlacedOrder)
  })

  router.post('/states', async ({ body }, response) => {
    const read = Asked.safeParse(body)
    if (!read.success) {
      response.status(400).type('text').send('ids are missing')
      return
    }
    const { ids } = read.data
    const gone = new AbortController()
    response.on('close', () => gone.abort())
    const statesNow = async (): Promise<[string, OrderState][]> =>
      Promise.all(ids.map(async (id) => [id, await stateOf(id)] as [string, OrderState]))
    // Heard before it is looked, so that nothing ends unseen in between.
    const next = nextEnd(new Set(ids), gone.signal)
    let states = await statesNow()
    if (states.every(([, { kind }]) => kind === 'waiting' || kind === 'working')) {
      await next
      states = await statesNow()
    }
    gone.abort()
    response.json({ states: Object.fromEntries(states) })
  })

  /** Waits until one of these orders ends, the time is over, or nobody asks any more. */
  function nextEnd(ids: ReadonlySet<string>, signal: AbortSignal): Promise<void> {
    return new Promise((resolve) => {
      const end = (): void => {
        clearTimeout(timer)
        listeners.delete(listener)
        resolve()
      }
      const listener = (id: string): void => {
        if (ids.has(id)) end()
      }
      const timer = setTimeout(end, MAX_WAIT_MS)
      listeners.add(listener)
      signal.addEventListener('abort', end)
    })
  }

  router.get('/report', async (_request, response) => {
    response.json(await queue.report())
  })

  router.get('/:id/made{/:hash}', async ({ params }, response) => {
    const { id, hash } = z.object({ id: ContentHash, hash: ContentHash.optional() }).parse(params)
    const bytes = await store.get(hash === undefined ? KEYS.madeOrder(id) : KEYS.madeFile(id, hash))
    if (!bytes) response.sendStatus(404)
    // Data, never a page.
    else
      response
        .type(hash === undefined ? 'json' : 'application/octet-stream')
        .send(Buffer.from(bytes))
  })

  router.delete('/:id', async ({ params }, response) => {
    const { id } = z.object({ id: ContentHash }).parse(params)
    open.delete(id)
    await queue.cancel(id)
    response.sendStatus(204)
  })

  return {
    router,
    close: async () => {
      clearInterval(sweeping)
      unlisten()
      await queue.close()
    },
  }
}
