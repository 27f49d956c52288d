import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { parentPort } from 'node:worker_threads'
import sharp from 'sharp'
import { lazyNetworks, openFinder } from '../networks'
import { serveEngine } from '../pool'
import { nodeCodec } from './nodeCodec'

// The pool has a worker for every core; libvips threads on top would only get in each other's way.
sharp.concurrency(1)
sharp.cache(false)

if (!parentPort) throw new Error('worker.ts runs in a worker thread')
const port = parentPort

const serve = serveEngine({
  codec: nodeCodec,
  network: lazyNetworks({
    finder: async () => {
      const model = createRequire(import.meta.url).resolve('@cloudbank/core/models/finder.onnx')
      return openFinder(await readFile(model))
    },
  }),
  sha256: async (bytes) => createHash('sha256').update(bytes).digest('hex'),
  post: (message, transfer) => port.postMessage(message, transfer),
})
port.on('message', (message: Parameters<typeof serve>[0]) => void serve(message))
