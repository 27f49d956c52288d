import {
  Previewer,
  type FromPreviewer,
  type PreviewerEndpoint,
  type PreviewerEvents,
} from '../previewer'
import { listenTo } from './workerLife'

function createEndpoint(): PreviewerEndpoint {
  const worker = new Worker(new URL('./previewWorker.ts', import.meta.url), { type: 'module' })
  return {
    post: (message, transfer) => worker.postMessage(message, transfer),
    listen: (onMessage) => listenTo<FromPreviewer>(worker, onMessage),
    terminate: () => worker.terminate(),
  }
}

/** A previewer in a worker of its own. */
export const createBrowserPreviewer = (events: PreviewerEvents): Previewer =>
  new Previewer(createEndpoint, events)
