import { CancelledError } from '@cloudbank/core/engine'
import type { JobOptions, Job, JobResults, Jobs } from '@cloudbank/hosts/pool'
import {
  createProcessLock,
  silentReporter,
  systemClock,
  type RunnerPorts,
} from '@cloudbank/hosts/runs'

/** A job that has been asked for and waits for the test to say what comes of it. */
export interface PlayedJob {
  readonly job: Job
  readonly finish: (result: JobResults[Job['kind']]) => void
  readonly fail: (error: Error) => void
}

/** Jobs of which the test says what comes of them. */
export interface PlayedJobs extends Jobs {
  readonly asked: PlayedJob[]
}

/**
 * @param answer what comes of a job at once; null leaves it to the test. A job that is stopped rejects, as
 *   it does in the pool.
 */
export function playedJobs(
  answer: (job: Job) => JobResults[Job['kind']] | Error | null = () => null,
): PlayedJobs {
  const asked: PlayedJob[] = []
  const run = (job: Job, { signal }: JobOptions = {}): Promise<JobResults[Job['kind']]> =>
    new Promise((finish, fail) => {
      signal?.addEventListener('abort', () => fail(new CancelledError()))
      asked.push({ job, finish, fail })
      const known = answer(job)
      if (known instanceof Error) fail(known)
      else if (known) finish(known)
    })
  return { asked, run: run as Jobs['run'] } // of each kind its own result
}

/** The ports of a tab: tabs that share a lock share a browser. */
export const playedTab = (lock = createProcessLock(), lanes = 2): RunnerPorts => ({
  lock,
  clock: systemClock,
  reporter: silentReporter,
  lanes,
})

/** A database that is full from a given moment on: for whatever is added, or for every change as well. */
export function fullDatabase(db: { tables: { hook: HookOf }[] }): {
  full: 'no' | 'for-rows' | 'for-everything'
} {
  const state: ReturnType<typeof fullDatabase> = { full: 'no' }
  const noRoom = (): never => {
    throw new DOMException('No room', 'QuotaExceededError')
  }
  for (const { hook } of db.tables) {
    hook('creating', () => (state.full === 'no' ? undefined : noRoom()))
    hook('updating', () => (state.full === 'for-everything' ? noRoom() : undefined))
  }
  return state
}

type HookOf = (event: 'creating' | 'updating', listener: () => undefined) => unknown
