export { keepRunsGoing, resumeForRoom, useRunReport } from './runs'
export { mattesOf } from './runWork'
export { pauseRun, resumeRun, startRun, stopRun } from './startRun'
export { leftMs, useRun } from './useRun'
