import {
  systemClock,
  type LockPort,
  type ReporterPort,
  type RunnerPorts,
} from '@cloudbank/hosts/runs'
import { announceAll } from '../data'
import { sharedPool } from './pool'

/**
 * One at a time over all tabs of this browser. A tab that is closed gives its locks back; it may have gone without a
 * word of what it kept last, so whoever comes after it reads everything again.
 */
const tabsLock: LockPort = {
  hold: async (name, task, signal) => {
    const lock = `cloudbank/${name}`
    const taken = await navigator.locks.request(lock, { ifAvailable: true }, async (free) =>
      free ? { result: await task() } : null,
    )
    if (taken) return taken.result
    return navigator.locks.request(lock, signal ? { signal } : {}, () => {
      announceAll()
      return task()
    })
  },
}

/** What the runner works with in this browser. */
export const browserPorts = (reporter: ReporterPort): RunnerPorts => ({
  lock: tabsLock,
  clock: systemClock,
  reporter,
  lanes: sharedPool().size,
})
