import { FileError, LIMITS } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError } from '../unreachable'
import type { FromWorker, Job, JobResults, ToWorker } from './protocol'
import { dataToError, WorkerLostError } from './workerErrors'

/** One worker, whatever the platform calls it. */
export interface WorkerEndpoint {
  post(message: ToWorker): void
  /** Calls back with every message, and once with null should the worker end by itself. */
  listen(onMessage: (message: FromWorker | null) => void): void
  terminate(): void
}

/** Told what a worker fetches before it goes on, and how far that is, 0…1; null once it is here. */
export type OnFetching = (
  fetching: { readonly what: string; readonly done01: number } | null,
) => void

export interface JobOptions {
  readonly signal?: AbortSignal
  /** Told the name of each stage as it ends. */
  readonly onStage?: (stage: string) => void
  /** How it stands in line where the jobs of others wait, too. */
  readonly turn?: JobTurn
}

/** A job's place among those of others. */
export interface JobTurn {
  /** What it is called where people look on. */
  readonly name: string
  /** Jobs of one group take turns with those of the others. */
  readonly group: string
  /** Before all that is not urgent. */
  readonly urgent: boolean
}

interface Task {
  readonly jobId: number
  readonly job: Job
  readonly options: JobOptions
  readonly stop: SharedArrayBuffer | null
  readonly settle: (outcome: JobResults[Job['kind']] | Error) => void
}

interface Slot {
  readonly worker: WorkerEndpoint
  /** Whether it has said that it listens; one that ends before could not be fetched. */
  started: boolean
  task: Task | null
  /** Ends the worker when its photograph takes too long to decode. */
  decodeTimer: ReturnType<typeof setTimeout> | null
}

/** A stopped job that does not end by itself within this time is ended with its worker. */
const STOP_GRACE_MS = 150

/** The stage with which a worker says that its photograph is decoded. */
const DECODED = 'decode'

/**
 * Runs jobs on a fixed number of workers, first come, first served. Workers start when they are
 * needed. Stopping rejects with `CancelledError` within 200 ms, whatever the worker is doing; a
 * worker that dies rejects its job with `WorkerLostError`, one that never started with
 * `UnreachableError`, one that does not get through decoding with a `FileError`; it is replaced.
 */
export class WorkerPool {
  readonly #create: () => WorkerEndpoint
  readonly #size: number
  readonly #onFetching: OnFetching | undefined
  readonly #slots = new Set<Slot>()
  readonly #waiting: Task[] = []
  #lastJobId = 0

  constructor(create: () => WorkerEndpoint, size: number, onFetching?: OnFetching) {
    this.#create = create
    this.#size = size
    this.#onFetching = onFetching
  }

  /** Number of jobs that run at the same time. */
  get size(): number {
    return this.#size
  }

  run<K extends Job['kind']>(
    job: Extract<Job, { kind: K }>,
    options: JobOptions = {},
  ): Promise<JobResults[K]> {
    const { signal } = options
    if (signal?.aborted) return Promise.reject(new CancelledError())
    return new Promise<JobResults[K]>((resolve, reject) => {
      const onAbort = (): void => this.#stop(task)
      const task: Task = {
        jobId: ++this.#lastJobId,
        job,
        options,
        stop: typeof SharedArrayBuffer === 'undefined' ? null : new SharedArrayBuffer(4),
        settle: (outcome) => {
          signal?.removeEventListener('abort', onAbort)
          if (outcome instanceof Error) reject(outcome)
          else resolve(outcome as JobResults[K]) // the worker answers in kind
        },
      }
      signal?.addEventListener('abort', onAbort)
      this.#waiting.push(task)
      this.#dispatch()
    })
  }

  /** Ends all workers; jobs that are under way are rejected. */
  dispose(): void {
    for (const task of this.#waiting.splice(0)) task.settle(new CancelledError())
    for (const slot of [...this.#slots]) this.#drop(slot, new CancelledError())
  }

  #dispatch(): void {
    while (this.#waiting.length > 0) {
      const slot = [...this.#slots].find(({ task }) => task === null) ?? this.#grow()
      if (!slot) return
      const task = this.#waiting.shift()!
      slot.task = task
      slot.decodeTimer = setTimeout(() => this.#giveUp(slot), LIMITS.decodeTimeoutMs)
      slot.worker.post({ kind: 'run', jobId: task.jobId, job: task.job, stop: task.stop })
    }
  }

  #grow(): Slot | null {
    if (this.#slots.size >= this.#size) return null
    const slot: Slot = { worker: this.#create(), started: false, task: null, decodeTimer: null }
    slot.worker.listen((message) => this.#receive(slot, message))
    this.#slots.add(slot)
    return slot
  }

  #receive(slot: Slot, message: FromWorker | null): void {
    if (!this.#slots.has(slot)) return
    if (message === null) {
      this.#drop(slot, slot.started ? new WorkerLostError() : new UnreachableError('A worker'))
      this.#dispatch()
      return
    }
    slot.started = true
    if (message.kind === 'ready') return
    if (message.kind === 'fetching') {
      this.#onFetching?.(message.fetching)
      return
    }
    const { task } = slot
    if (task?.jobId !== message.jobId) return
    if (message.kind === 'stage') {
      if (message.stage === DECODED) stopTimer(slot)
      task.options.onStage?.(message.stage)
      return
    }
    stopTimer(slot)
    slot.task = null
    task.settle(message.kind === 'done' ? message.result : dataToError(message.error))
    this.#dispatch()
  }

  #stop(task: Task): void {
    const index = this.#waiting.indexOf(task)
    if (index >= 0) {
      this.#waiting.splice(index, 1)
      task.settle(new CancelledError())
      return
    }
    if (task.stop) Atomics.store(new Int32Array(task.stop), 0, 1)
    setTimeout(
      () => {
        const slot = [...this.#slots].find((candidate) => candidate.task === task)
        if (!slot) return
        this.#drop(slot, new CancelledError())
        this.#dispatch()
      },
      task.stop ? STOP_GRACE_MS : 0,
    )
  }

  #giveUp(slot: Slot): void {
    this.#drop(slot, new FileError({ code: 'too-slow', afterMs: LIMITS.decodeTimeoutMs }))
    this.#dispatch()
  }

  #drop(slot: Slot, reason: Error): void {
    stopTimer(slot)
    this.#slots.delete(slot)
    slot.worker.terminate()
    slot.task?.settle(reason)
    slot.task = null
  }
}

function stopTimer(slot: Slot): void {
  if (slot.decodeTimer !== null) clearTimeout(slot.decodeTimer)
  slot.decodeTimer = null
}

/** Whatever runs jobs: a pool of workers, here or elsewhere. */
export type Jobs = Pick<WorkerPool, 'run'>
