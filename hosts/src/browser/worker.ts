/// <reference lib="webworker" />
import { serveEngine, type ToWorker } from '../pool'
import { browserCodec } from './browserCodec'
import { createBrowserNetworks } from './networks'

const scope = self as unknown as DedicatedWorkerGlobalScope // this file is only loaded as a worker

const serve = serveEngine({
  codec: browserCodec,
  network: createBrowserNetworks(),
  sha256: async (bytes) => {
    const digest = await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>) // never shared
    return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  },
  post: (message, transfer) => scope.postMessage(message, transfer),
})
scope.addEventListener('message', (event: MessageEvent<ToWorker>) => void serve(event.data))
