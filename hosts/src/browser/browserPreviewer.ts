import { Previewer, type FromPreviewer } from '../previewer'

/** A previewer in a worker of its own. */
export function createBrowserPreviewer(): Previewer {
  const worker = new Worker(new URL('./previewWorker.ts', import.meta.url), { type: 'module' })
  return new Previewer({
    post: (message, transfer) => worker.postMessage(message, transfer),
    listen: (onMessage) =>
      worker.addEventListener('message', ({ data }: MessageEvent<FromPreviewer>) =>
        onMessage(data),
      ),
    terminate: () => worker.terminate(),
  })
}
