import { CancelledError } from '@cloudbank/core/engine'
import type { ClockPort, LockPort, ReporterPort } from './ports'

/** The clock of the platform. */
export const systemClock: ClockPort = {
  now: () => performance.now(),
  sleep: (ms, signal) =>
    new Promise((resolve) => {
      if (signal.aborted) return resolve()
      const wake = (): void => {
        clearTimeout(timer)
        signal.removeEventListener('abort', wake)
        resolve()
      }
      const timer = setTimeout(wake, ms)
      signal.addEventListener('abort', wake)
    }),
}

/** A lock within one process: those who want it wait in line. */
export function createProcessLock(): LockPort {
  const lines = new Map<string, Promise<unknown>>()
  return {
    hold: async (name, task, signal) => {
      const before = lines.get(name) ?? Promise.resolve()
      const mine = before.then(() => {
        if (signal?.aborted) throw new CancelledError()
        return task()
      })
      lines.set(
        name,
        mine.catch(() => undefined),
      )
      return mine
    },
  }
}

/** Nobody looks. */
export const silentReporter: ReporterPort = {
  atWork: () => undefined,
  waiting: () => undefined,
}
