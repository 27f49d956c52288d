import type { Job, QueueEvents } from 'bullmq'
import { WorkerReport, type Order, type OrderState } from '../orders'
import type { ErrorData } from '../pool'
import { GONE_MS, MAX_REPORTED, MAX_TRIES, REPORT_MS, type Handled, type QueuePort } from './queue'
import { reasonOf } from './reasonOf'
import { createTurns } from './turns'

const NAME = 'cloudbank-orders'
/** Where workers say how they are. */
const WORKERS = 'cloudbank:workers'
const cancelledKey = (id: string): string => `cloudbank:cancelled:${id}`
/** A cancellation that no worker has read by then concerns nobody any more, in seconds. */
const CANCELLED_S = 600

/** A worker that has not said for so long that it still works on an order has lost it, in ms. */
const LOCK_MS = 15_000
const LOST_CHECK_MS = 5000
/** Ends are remembered for so long, in seconds, and so many. */
const REMEMBERED = { age: 24 * 3600, count: 10_000 }
/** The highest priority number that the queue takes. */
const LAST_PRIORITY = 2 ** 21 - 1

interface Placed {
  readonly order: Order
  readonly tag: number
}

export interface BullOptions {
  /** Orders a minute that all workers together begin at most; null for as many as they can. */
  readonly perMinute: number | null
}

/** A queue in Redis, for any number of machines. */
export async function createBullQueue(
  url: string,
  { perMinute }: BullOptions = { perMinute: null },
): Promise<QueuePort> {
  // Loaded by those who use it.
  const { Queue, QueueEvents, UnrecoverableError, Worker } = await import('bullmq')
  const quiet = (): void => undefined // it connects again by itself; what was asked says that it failed
  // Whoever asks is told at once when Redis is away, and asks again.
  const queue = new Queue<Placed, Handled>(NAME, {
    connection: { url, maxRetriesPerRequest: 1 },
    defaultJobOptions: {
      attempts: MAX_TRIES,
      removeOnComplete: REMEMBERED,
      removeOnFail: REMEMBERED,
    },
  })
  queue.on('error', quiet)
  const turns = createTurns()
  const closing: (() => Promise<unknown>)[] = []
  let events: QueueEvents | null = null

  /** Turns go by what was begun, wherever. */
  function listened(): QueueEvents {
    if (events) return events
    const made = new QueueEvents(NAME, { connection: { url, maxRetriesPerRequest: null } })
    events = made
    made.on('error', quiet)
    made.on('active', ({ jobId }) => {
      queue.getJob(jobId).then((job) => turns.begun(job?.data.tag ?? 0), quiet)
    })
    return made
  }

  return {
    place: async (order) => {
      listened()
      const job = await queue.getJob(order.id)
      if (job) {
        const state = await job.getState()
        if (state !== 'failed' && state !== 'completed') return
        await job.remove()
      }
      const client = await queue.client
      await client.del(cancelledKey(order.id))
      const tag = Math.min(turns.tagFor(order.group, order.urgent), LAST_PRIORITY)
      await queue.add('order', { order, tag }, { jobId: order.id, priority: tag })
    },
    cancel: async (id) => {
      const job = await queue.getJob(id)
      if (!job) return
      if ((await job.getState()) === 'active') {
        const client = await queue.client
        await client.set(cancelledKey(id), '1', { EX: CANCELLED_S })
      } else await job.remove().catch(quiet) // begun between the two
    },
    stateOf: async (id) => {
      const job = await queue.getJob(id)
      return job ? stateOf(job) : { kind: 'unknown' }
    },
    onEnded: (listener) => {
      const heard = listened()
      const tell = ({ jobId }: { readonly jobId: string }): void => listener(jobId)
      heard.on('completed', tell)
      heard.on('failed', tell)
      heard.on('removed', tell)
      return () => {
        heard.off('completed', tell)
        heard.off('failed', tell)
        heard.off('removed', tell)
      }
    },
    work: async (handle, { slots, report }) => {
      const stops = new Map<string, AbortController>()
      const process = async ({ data: { order } }: Job<Placed, Handled>): Promise<Handled> => {
        const stop = new AbortController()
        stops.set(order.id, stop)
        try {
          const handled = await handle(order, stop.signal)
          if (handled.kind === 'made') return handled
          const error = handled.kind === 'failed' ? handled.error : STOPPED
          throw new UnrecoverableError(JSON.stringify(error))
        } catch (error) {
          if (stop.signal.aborted) throw new UnrecoverableError(JSON.stringify(STOPPED))
          // A worker that was lost is an error that is tried again.
          throw error
        } finally {
          stops.delete(order.id)
        }
      }
      const worker = new Worker<Placed, Handled>(NAME, process, {
        connection: { url, maxRetriesPerRequest: null },
        concurrency: slots,
        lockDuration: LOCK_MS,
        stalledInterval: LOST_CHECK_MS,
        maxStalledCount: MAX_TRIES - 1,
        ...(perMinute === null ? {} : { limiter: { max: perMinute, duration: 60_000 } }),
      })
      worker.on('error', quiet)
      const client = await queue.client
      const { name } = report()
      const tell = async (): Promise<void> => {
        await client.hset(WORKERS, { [name]: JSON.stringify(report()) })
        for (const [id, stop] of stops) if (await client.get(cancelledKey(id))) stop.abort()
      }
      await tell()
      const timer = setInterval(() => void tell().catch(quiet), REPORT_MS)
      let ended: Promise<void> | null = null
      const end = (): Promise<void> =>
        (ended ??= (async () => {
          clearInterval(timer)
          await worker.close()
          await client.hdel(WORKERS, name).catch(quiet)
        })())
      closing.push(end)
      return end
    },
    report: async () => {
      const client = await queue.client
      const [counts, next, failed, said] = await Promise.all([
        queue.getJobCounts('waiting', 'prioritized', 'active', 'delayed'),
        queue.getJobs(['waiting', 'prioritized'], 0, MAX_REPORTED - 1, true),
        queue.getFailed(0, MAX_REPORTED - 1),
        client.hgetall(WORKERS),
      ])
      const { waiting = 0, prioritized = 0, delayed = 0, active = 0 } = counts
      return {
        workers: Object.values(said)
          .map((text) => WorkerReport.parse(JSON.parse(text)))
          .filter(({ at }) => Date.now() - at < GONE_MS)
          .sort((a, b) => a.name.localeCompare(b.name)),
        waiting: waiting + prioritized + delayed,
        working: active,
        next: next.map(({ data }) => data.order.name),
        failed: failed.flatMap((job) => {
          const error = errorOf(job)
          return error.kind === 'stopped'
            ? []
            : [{ name: job.data.order.name, reason: reasonOf(error) }]
        }),
      }
    },
    close: async () => {
      for (const end of closing) await end()
      await events?.close()
      await queue.close()
    },
  }
}

/** It ended without a result, and without a fault: it is as if it had never been placed. */
const STOPPED: ErrorData = { kind: 'stopped' }

async function stateOf(job: Job<Placed, Handled>): Promise<OrderState> {
  switch (await job.getState()) {
    case 'completed':
      return { kind: 'made' }
    case 'active':
      return { kind: 'working' }
    case 'failed': {
      const error = errorOf(job)
      return error.kind === 'stopped' ? { kind: 'unknown' } : { kind: 'failed', error }
    }
    case 'unknown':
      return { kind: 'unknown' }
    case 'waiting':
    case 'waiting-children':
    case 'prioritized':
    case 'delayed':
      return { kind: 'waiting' }
  }
}

/** Why it failed: as a worker said it, or because its workers ended over it. */
function errorOf({ failedReason }: Job<Placed, Handled>): ErrorData {
  try {
    return JSON.parse(failedReason) as ErrorData // written above
  } catch {
    const message = /stalled/.test(failedReason) ? ENDED_ITS_WORKERS : failedReason
    return { kind: 'unexpected', message }
  }
}

const ENDED_ITS_WORKERS = `${MAX_TRIES} workers ended while they were making it; it is set aside`
