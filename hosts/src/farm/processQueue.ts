import { CancelledError } from '@cloudbank/core/engine'
import type { Order, OrderState, WorkerReport } from '../orders'
import { errorToData, WorkerLostError } from '../pool'
import { MAX_REPORTED, MAX_TRIES, type Handled, type QueuePort, type WorkOptions } from './queue'
import { reasonOf } from './reasonOf'
import { createTurns } from './turns'

/** Ends that are remembered; the oldest are forgotten. */
const MAX_ENDED = 5000

interface Entry {
  readonly order: Order
  readonly tag: number
  readonly stop: AbortController
  state: Extract<OrderState, { kind: 'waiting' | 'working' }>['kind']
  tries: number
}

type Handler = (order: Order, signal: AbortSignal) => Promise<Handled>

/** A queue within one process: what it holds ends with it, and is placed again by whoever waits for it. */
export function createProcessQueue(): QueuePort {
  const open = new Map<string, Entry>()
  const ended = new Map<string, { state: OrderState; name: string }>()
  const listeners = new Set<(id: string) => void>()
  const workers = new Set<{ readonly take: () => void; readonly report: () => WorkerReport }>()
  const turns = createTurns()

  const waiting = (): Entry[] =>
    [...open.values()].filter(({ state }) => state === 'waiting').sort((a, b) => a.tag - b.tag)

  function end({ order: { id, name } }: Entry, state: OrderState | null): void {
    open.delete(id)
    if (state) ended.set(id, { state, name })
    const [oldest] = ended.keys()
    if (oldest !== undefined && ended.size > MAX_ENDED) ended.delete(oldest)
    for (const listener of listeners) listener(id)
  }

  async function serve(entry: Entry, handle: Handler): Promise<void> {
    entry.state = 'working'
    entry.tries++
    turns.begun(entry.tag)
    try {
      const handled = await handle(entry.order, entry.stop.signal)
      end(entry, handled.kind === 'forgotten' ? null : handled)
    } catch (error) {
      if (error instanceof CancelledError) end(entry, null)
      else if (error instanceof WorkerLostError && entry.tries < MAX_TRIES) entry.state = 'waiting'
      else end(entry, { kind: 'failed', error: errorToData(error) })
    }
  }

  return {
    place: (order) => {
      if (!open.has(order.id)) {
        ended.delete(order.id)
        const tag = turns.tagFor(order.group, order.urgent)
        const stop = new AbortController()
        open.set(order.id, { order, tag, stop, state: 'waiting', tries: 0 })
        for (const { take } of workers) take()
      }
      return Promise.resolve()
    },
    cancel: (id) => {
      const entry = open.get(id)
      entry?.stop.abort()
      if (entry?.state === 'waiting') end(entry, null)
      return Promise.resolve()
    },
    stateOf: (id) => {
      const entry = open.get(id)
      return Promise.resolve(
        entry ? { kind: entry.state } : (ended.get(id)?.state ?? { kind: 'unknown' }),
      )
    },
    onEnded: (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    work: (handle, { slots, report }: WorkOptions) => {
      const atWork = new Set<Promise<void>>()
      const take = (): void => {
        while (atWork.size < slots) {
          const [entry] = waiting()
          if (!entry) return
          const served = serve(entry, handle).finally(() => {
            atWork.delete(served)
            if (workers.has(worker)) take()
          })
          atWork.add(served)
        }
      }
      const worker = { take, report }
      workers.add(worker)
      take()
      return Promise.resolve(async () => {
        workers.delete(worker)
        await Promise.all(atWork)
      })
    },
    report: () => {
      const line = waiting()
      const failed = [...ended.values()]
        .reverse()
        .flatMap(({ state, name }) =>
          state.kind === 'failed' ? [{ name, reason: reasonOf(state.error) }] : [],
        )
      return Promise.resolve({
        workers: [...workers].map(({ report }) => report()),
        waiting: line.length,
        working: open.size - line.length,
        next: line.slice(0, MAX_REPORTED).map(({ order }) => order.name),
        failed: failed.slice(0, MAX_REPORTED),
      })
    },
    close: () => {
      for (const { stop } of open.values()) stop.abort()
      return Promise.resolve()
    },
  }
}
