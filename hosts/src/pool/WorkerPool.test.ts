import { describe, expect, test, vi } from 'vitest'
import { AssetMissingError } from '@cloudbank/core/assets'
import { FileError, LIMITS } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError } from '../unreachable'
import type { FromWorker, Job, ToWorker } from './protocol'
import { dataToError, errorToData, WorkerLostError } from './workerErrors'
import { WorkerPool, type WorkerEndpoint } from './WorkerPool'

const JOB: Job = { kind: 'inspect', source: new Uint8Array(1), previewSidePx: 10 }

/** A worker that the test plays. */
class PlayedWorker implements WorkerEndpoint {
  readonly received: ToWorker[] = []
  terminated = false
  say: (message: FromWorker | null) => void = () => undefined
  post(message: ToWorker): void {
    this.received.push(message)
  }
  listen(onMessage: (message: FromWorker | null) => void): void {
    this.say = onMessage
  }
  terminate(): void {
    this.terminated = true
  }
  finish(): void {
    const { jobId } = this.received.at(-1)!
    this.say({ kind: 'done', jobId, result: { renditions: [], mattes: [], findings: [] } })
  }
}

function playedPool(size: number) {
  const workers: PlayedWorker[] = []
  const fetched: unknown[] = []
  const create = (): PlayedWorker => {
    const worker = new PlayedWorker()
    workers.push(worker)
    return worker
  }
  const pool = new WorkerPool(create, size, (fetching) => fetched.push(fetching))
  return { pool, workers, fetched }
}

describe('WorkerPool', () => {
  test('runs as many jobs as it has workers, the rest in order', async () => {
    const { pool, workers } = playedPool(2)
    const done: number[] = []
    const jobs = [1, 2, 3].map((n) => pool.run(JOB).then(() => done.push(n)))
    expect(workers.map(({ received }) => received.length)).toEqual([1, 1])
    workers[1]!.finish()
    await jobs[1]
    expect(workers[1]!.received.length).toBe(2)
    workers[0]!.finish()
    workers[1]!.finish()
    await Promise.all(jobs)
    expect(done).toEqual([2, 1, 3])
  })

  test('a waiting job that is stopped never reaches a worker', async () => {
    const { pool, workers } = playedPool(1)
    const first = pool.run(JOB)
    const stop = new AbortController()
    const second = pool.run(JOB, { signal: stop.signal })
    stop.abort()
    await expect(second).rejects.toBeInstanceOf(CancelledError)
    workers[0]!.finish()
    await first
    expect(workers[0]!.received.length).toBe(1)
  })

  test('a running job is asked to stop, and its worker replaced when it does not', async () => {
    const { pool, workers } = playedPool(1)
    const stop = new AbortController()
    const job = pool.run(JOB, { signal: stop.signal })
    const flag = new Int32Array(workers[0]!.received[0]!.stop!)
    stop.abort()
    expect(flag[0]).toBe(1)
    await expect(job).rejects.toBeInstanceOf(CancelledError)
    expect(workers[0]!.terminated).toBe(true)
    const next = pool.run(JOB)
    workers[1]!.finish()
    await next
  })

  test('what a worker fetches first is told as it comes, whatever job waits for it', async () => {
    const { pool, workers, fetched } = playedPool(1)
    const job = pool.run(JOB)
    const half = { what: 'The network', done01: 0.5 }
    for (const fetching of [half, null]) workers[0]!.say({ kind: 'fetching', fetching })
    workers[0]!.finish()
    await job
    expect(fetched).toEqual([half, null])
  })

  test('a worker that obeys is kept', async () => {
    const { pool, workers } = playedPool(1)
    const stop = new AbortController()
    const job = pool.run(JOB, { signal: stop.signal })
    stop.abort()
    workers[0]!.say({
      kind: 'failed',
      jobId: workers[0]!.received[0]!.jobId,
      error: { kind: 'stopped' },
    })
    await expect(job).rejects.toBeInstanceOf(CancelledError)
    const next = pool.run(JOB)
    workers[0]!.finish()
    await next
    expect(workers.length).toBe(1)
  })

  test('a worker that dies fails its job and is replaced', async () => {
    const { pool, workers } = playedPool(1)
    const job = pool.run(JOB)
    const waiting = pool.run(JOB)
    workers[0]!.say({ kind: 'ready' })
    workers[0]!.say(null)
    await expect(job).rejects.toBeInstanceOf(WorkerLostError)
    workers[1]!.finish()
    await waiting
  })

  test('a worker that never started could not be fetched: worth another try', async () => {
    const { pool, workers } = playedPool(1)
    const job = pool.run(JOB)
    workers[0]!.say(null)
    await expect(job).rejects.toBeInstanceOf(UnreachableError)
    const next = pool.run(JOB)
    workers[1]!.finish()
    await next
  })

  test('a photograph that a decoder does not get through ends with its worker, and the rest goes on', async () => {
    vi.useFakeTimers()
    try {
      const { pool, workers } = playedPool(1)
      const stuck = pool.run(JOB)
      const settled = expect(stuck).rejects.toMatchObject({ problem: { code: 'too-slow' } })
      const next = pool.run(JOB)
      await vi.advanceTimersByTimeAsync(LIMITS.decodeTimeoutMs + 1)
      await settled
      expect(workers[0]!.terminated).toBe(true)
      // Once it is decoded, it may take its time.
      workers[1]!.say({ kind: 'stage', jobId: workers[1]!.received[0]!.jobId, stage: 'decode' })
      await vi.advanceTimersByTimeAsync(LIMITS.decodeTimeoutMs * 3)
      workers[1]!.finish()
      await next
      expect(workers).toHaveLength(2)
    } finally {
      vi.useRealTimers()
    }
  })

  test.each([
    new FileError({ code: 'bomb' }),
    new CancelledError(),
    new AssetMissingError('Dusk', 'd'.repeat(64)),
    new UnreachableError('The JPEG encoder'),
    new Error('something else'),
  ])('%s crosses as data and arrives as what it was', (error) => {
    const arrived = dataToError(structuredClone(errorToData(error)))
    expect(arrived).toEqual(error)
    expect(arrived.message).toBe(error.message)
  })

  test('errors cross as data and arrive as what they were', async () => {
    const { pool, workers } = playedPool(1)
    const job = pool.run(JOB)
    const { jobId } = workers[0]!.received[0]!
    workers[0]!.say({ kind: 'failed', jobId, error: { kind: 'file', problem: { code: 'empty' } } })
    await expect(job).rejects.toMatchObject({ name: 'FileError', problem: { code: 'empty' } })
  })
})
