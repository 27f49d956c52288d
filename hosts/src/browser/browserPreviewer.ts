import { Previewer, type FromPreviewer, type PreviewerEndpoint } from '../previewer'

function createEndpoint(): PreviewerEndpoint {
  const worker = new Worker(new URL('./previewWorker.ts', import.meta.url), { type: 'module' })
  return {
    post: (message, transfer) => worker.postMessage(message, transfer),
    listen: (onMessage) => {
      worker.addEventListener('message', ({ data }: MessageEvent<FromPreviewer>) => onMessage(data))
      worker.addEventListener('error', () => onMessage(null))
      worker.addEventListener('messageerror', () => onMessage(null))
    },
    terminate: () => worker.terminate(),
  }
}

/** A previewer in a worker of its own. */
export const createBrowserPreviewer = (): Previewer => new Previewer(createEndpoint)
