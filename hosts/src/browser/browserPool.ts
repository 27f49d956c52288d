import { WorkerPool, type FromWorker, type OnFetching, type WorkerEndpoint } from '../pool'
import { listenTo } from './workerLife'

/** Memory that a photograph of 50 megapixels takes in a worker, and what all workers may take. */
const PEAK_BYTES = 700_000_000
const BUDGET_BYTES = 3_000_000_000

function createEndpoint(): WorkerEndpoint {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
  return {
    post: (message) => worker.postMessage(message),
    listen: (onMessage) => listenTo<FromWorker>(worker, onMessage),
    terminate: () => worker.terminate(),
  }
}

/** Workers for this machine: one core is left to the interface where there are more than two. */
export function planPoolSize(cores: number): number {
  const free = cores > 2 ? cores - 1 : cores
  return Math.max(1, Math.min(free, Math.floor(BUDGET_BYTES / PEAK_BYTES)))
}

/** The browser's pool of workers. */
export function createBrowserPool(onFetching: OnFetching): WorkerPool {
  return new WorkerPool(createEndpoint, planPoolSize(navigator.hardwareConcurrency), onFetching)
}
