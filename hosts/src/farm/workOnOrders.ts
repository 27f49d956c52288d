import { createHash } from 'node:crypto'
import { hostname } from 'node:os'
import { CancelledError } from '@cloudbank/core/engine'
import {
  packKeyedMatte,
  unpackKeyedMatte,
  type MadeOrder,
  type Order,
  type WorkerReport,
} from '../orders'
import {
  errorToData,
  type ErrorData,
  WorkerLostError,
  type FileSource,
  type Job,
  type Jobs,
  type JobResults,
} from '../pool'
import type { Handled, QueuePort } from './queue'
import { KEYS, type StorePort } from './store'

const MINUTE_MS = 60_000

/** What a worker works with. */
export interface OrderWorker {
  readonly queue: QueuePort
  readonly store: StorePort
  /** Makes the same bytes wherever it is: with the encoders that browsers have, too. */
  readonly jobs: Jobs
  readonly slots: number
  /** Tells workers of one machine apart. */
  readonly name?: string
}

/**
 * Works on the orders of a queue: brings what an order names from the store, makes its files, and keeps them there, the
 * list of them last. An order that was made before is not made again.
 *
 * @returns what ends it, once the orders at work are made.
 */
export function workOnOrders({
  queue,
  store,
  jobs,
  slots,
  name = `${hostname()} ${process.pid}`,
}: OrderWorker): Promise<() => Promise<void>> {
  const atWork = new Set<string>()
  const stagesMs: Record<string, number> = {}
  const startedAt = Date.now()
  let madeAt: number[] = []
  let made = 0
  let failed = 0

  const report = (): WorkerReport => {
    const at = Date.now()
    madeAt = madeAt.filter((then) => at - then < MINUTE_MS)
    const perMinute = madeAt.length
    return { name, slots, atWork: [...atWork], made, failed, perMinute, stagesMs, startedAt, at }
  }

  async function handle(order: Order, signal: AbortSignal): Promise<Handled> {
    atWork.add(order.name)
    try {
      if (await storing(store.has(KEYS.madeOrder(order.id)))) return { kind: 'made' }
      const job = await jobOf(order, store)
      let since = Date.now()
      const onStage = (stage: string): void => {
        const now = Date.now()
        stagesMs[stage] = (stagesMs[stage] ?? 0) + now - since
        since = now
      }
      const turn = { name: order.name, group: order.group, urgent: order.urgent }
      const result = await jobs.run<'render'>(job, { signal, onStage, turn })
      await keep(order.id, result, store)
      made++
      madeAt.push(Date.now())
      return { kind: 'made' }
    } catch (error) {
      if (error instanceof CancelledError || error instanceof WorkerLostError) throw error
      // Whoever ordered it brings it again.
      if (error instanceof ContentGoneError) return { kind: 'forgotten' }
      // Nor is a store that is away or full a fault of the photograph's: it can be made elsewhere.
      if (error instanceof StoreError) return { kind: 'failed', error: STORE_AWAY }
      failed++
      return { kind: 'failed', error: errorToData(error) }
    } finally {
      atWork.delete(order.name)
    }
  }

  return queue.work(handle, { slots, report })
}

const STORE_AWAY: ErrorData = { kind: 'unreachable', what: 'The server’s store' }

/** The store can't be read or written. */
class StoreError extends Error {
  override readonly name = 'StoreError'
}

/** The store has lost what an order names. */
class ContentGoneError extends Error {
  override readonly name = 'ContentGoneError'
}

const storing = <T>(doing: Promise<T>): Promise<T> =>
  doing.catch((cause: unknown) => {
    throw new StoreError(`the store: ${cause instanceof Error ? cause.message : ''}`, { cause })
  })

async function jobOf(order: Order, store: StorePort): Promise<Extract<Job, { kind: 'render' }>> {
  const get = async (hash: string): Promise<Uint8Array<ArrayBuffer>> => {
    const bytes = await storing(store.get(KEYS.content(hash)))
    if (!bytes) throw new ContentGoneError(`the store has no ${hash}`)
    return bytes as Uint8Array<ArrayBuffer> // just read, never shared
  }
  const assets = order.assets.map(async (hash) => ({
    hash,
    source: (await get(hash)) as FileSource,
  }))
  const mattes = order.mattes.map(async (hash) => unpackKeyedMatte(new Blob([await get(hash)])))
  return {
    kind: 'render',
    source: await get(order.source),
    plan: order.plan,
    only: order.only,
    assets: await Promise.all(assets),
    mattes: await Promise.all(mattes),
    look: order.look === null ? null : new Blob([await get(order.look)]),
  }
}

async function keep(id: string, result: JobResults['render'], store: StorePort): Promise<void> {
  const put = async (bytes: Uint8Array): Promise<string> => {
    const hash = createHash('sha256').update(bytes).digest('hex')
    await storing(store.put(KEYS.madeFile(id, hash), bytes))
    return hash
  }
  const renditions: MadeOrder['renditions'][number][] = []
  for (const { bytes, ...file } of result.renditions) {
    await put(bytes)
    renditions.push({ ...file, findings: [...file.findings] })
  }
  const mattes: string[] = []
  for (const matte of result.mattes)
    mattes.push(await put(new Uint8Array(await (await packKeyedMatte(matte)).arrayBuffer())))
  const made: MadeOrder = { renditions, mattes, findings: [...result.findings] }
  await storing(store.put(KEYS.madeOrder(id), new TextEncoder().encode(JSON.stringify(made))))
}
