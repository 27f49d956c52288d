import { createHash } from 'node:crypto'
import { parentPort, workerData } from 'node:worker_threads'
import sharp from 'sharp'
import { serveEngine } from '../pool'
import { nodeCodec } from './nodeCodec'
import { createNodeNetworks } from './nodeNetworks'
import { createNodeTypesetter } from './nodeTypesetter'
import { portableCodec } from './portableCodec'

// The pool has a worker for every core; libvips threads on top would only get in each other's way.
sharp.concurrency(1)
sharp.cache(false)

if (!parentPort) throw new Error('worker.ts runs in a worker thread')
const port = parentPort

const serve = serveEngine({
  codec: workerData === 'portable' ? portableCodec : nodeCodec,
  network: createNodeNetworks(),
  typesetter: createNodeTypesetter(),
  sha256: async (bytes) => createHash('sha256').update(bytes).digest('hex'),
  post: (message, transfer) => port.postMessage(message, transfer),
})
port.on('message', (message: Parameters<typeof serve>[0]) => void serve(message))
