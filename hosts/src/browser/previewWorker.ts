/// <reference lib="webworker" />
import { servePreviewer, type FromPreviewer, type ToPreviewer } from '../previewer'
import { browserCodec } from './browserCodec'
import { loadFinder } from './loadFinder'

const scope = self as unknown as DedicatedWorkerGlobalScope // this file is only loaded as a worker

const serve = servePreviewer({ codec: browserCodec, loadFinder })

scope.addEventListener('message', ({ data }: MessageEvent<ToPreviewer>) => {
  const { callId, request } = data
  const post = (message: FromPreviewer): void => scope.postMessage(message)
  serve(request).then(
    (answer) => post({ callId, ok: true, answer }),
    (error: unknown) =>
      post({ callId, ok: false, message: error instanceof Error ? error.message : String(error) }),
  )
})
