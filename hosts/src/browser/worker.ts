/// <reference lib="webworker" />
import { serveEngine, sha256, type FromWorker, type ToWorker } from '../pool'
import { browserCodec } from './browserCodec'
import { createBrowserNetworks } from './networks'
import { createBrowserTypesetter } from './typesetter'
import { holdLife } from './workerLife'

const scope = self as unknown as DedicatedWorkerGlobalScope // this file is only loaded as a worker

const serve = serveEngine({
  codec: browserCodec,
  network: createBrowserNetworks((fetching) =>
    scope.postMessage({ kind: 'fetching', fetching } satisfies FromWorker),
  ),
  typesetter: createBrowserTypesetter(),
  sha256: (bytes) => sha256(bytes as Uint8Array<ArrayBuffer>), // never shared
  post: (message, transfer) => scope.postMessage(message, transfer),
})
scope.addEventListener('message', (event: MessageEvent<ToWorker>) => void serve(event.data))
holdLife(scope)
