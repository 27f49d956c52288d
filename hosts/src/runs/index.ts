export type { ClockPort, LockPort, ReporterPort, RunnerPorts } from './ports'
export { createProcessLock, silentReporter, systemClock } from './realPorts'
export { RETRY_MS, workThrough, type Outcome, type Work } from './workThrough'
