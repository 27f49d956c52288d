/// <reference lib="webworker" />
import { errorToData } from '../pool'
import { rasterBuffers, servePreviewer, type FromPreviewer, type ToPreviewer } from '../previewer'
import { browserCodec } from './browserCodec'
import { createBrowserNetworks } from './networks'
import { createBrowserTypesetter } from './typesetter'
import { holdLife } from './workerLife'

const scope = self as unknown as DedicatedWorkerGlobalScope // this file is only loaded as a worker

const serve = servePreviewer({
  codec: browserCodec,
  network: createBrowserNetworks(() => undefined),
  typesetter: createBrowserTypesetter(),
  onRetouching: (retouching) => scope.postMessage({ retouching } satisfies FromPreviewer),
  onStore: (store) => scope.postMessage({ store } satisfies FromPreviewer),
})

scope.addEventListener('message', ({ data }: MessageEvent<ToPreviewer>) => {
  const { callId, request } = data
  const post = (message: FromPreviewer, transfer: ArrayBuffer[]): void =>
    scope.postMessage(message, transfer)
  serve(request).then(
    (answer) => post({ callId, ok: true, answer }, rasterBuffers(answer)),
    (error: unknown) => post({ callId, ok: false, error: errorToData(error) }, []),
  )
})
holdLife(scope)
