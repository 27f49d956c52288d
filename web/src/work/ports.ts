import {
  systemClock,
  type LockPort,
  type ReporterPort,
  type RunnerPorts,
} from '@cloudbank/hosts/runs'
import { sharedPool } from './pool'

/** One at a time over all tabs of this browser. A tab that is closed gives its locks back. */
const tabsLock: LockPort = {
  hold: async (name, task, signal) =>
    navigator.locks.request(`cloudbank/${name}`, signal ? { signal } : {}, () => task()),
}

/** What the runner works with in this browser. */
export const browserPorts = (reporter: ReporterPort): RunnerPorts => ({
  lock: tabsLock,
  clock: systemClock,
  reporter,
  lanes: sharedPool().size,
})
