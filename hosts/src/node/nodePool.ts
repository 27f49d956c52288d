import { createRequire } from 'node:module'
import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import { WorkerPool, type FromWorker, type WorkerEndpoint } from '../pool'

/** Whose encoders make files: those of libvips, which are faster, or those of the browser, for the same bytes as there. */
export type NodeEncoders = 'native' | 'portable'

function createEndpoint(encoders: NodeEncoders): WorkerEndpoint {
  const file = createRequire(import.meta.url).resolve('@cloudbank/hosts/dist/worker.mjs')
  const worker = new Worker(file, { workerData: encoders })
  return {
    post: (message) => worker.postMessage(message),
    listen: (onMessage) => {
      worker.on('message', (message: FromWorker) => onMessage(message))
      worker.on('error', () => onMessage(null))
      worker.on('exit', () => onMessage(null))
    },
    terminate: () => void worker.terminate(),
  }
}

/** A pool of worker threads, one for each core unless told otherwise. Needs `npm run build`. */
export function createNodePool(
  size = availableParallelism(),
  encoders: NodeEncoders = 'native',
): WorkerPool {
  return new WorkerPool(() => createEndpoint(encoders), size)
}
