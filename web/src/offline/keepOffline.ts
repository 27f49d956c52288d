import { messageSW, Workbox } from 'workbox-window'
import { attempt, useNotices } from '../notices'
import { WORKER_MESSAGES, type StartAnswer } from './messages'
import { strings } from './strings'

/** The first visit is for the work; what is kept for later waits so long, in ms. */
const AFTER_MS = 8000
/** How often a tab that stays open looks for a new version, in ms. */
const LOOK_EVERY_MS = 3600_000

/**
 * Keeps the whole app in the browser, so that it opens without its server; says when a new version is there, and starts that
 * only when it is asked to.
 */
export function keepOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  const worker = new Workbox('/sw.js')
  worker.addEventListener('waiting', ({ sw }) => {
    if (sw) offer(worker, sw)
  })
  setTimeout(() => {
    // Without it the app is as it was: it needs its server.
    worker.register().catch(() => undefined)
    setInterval(() => void worker.update().catch(() => undefined), LOOK_EVERY_MS)
  }, AFTER_MS)
}

function offer(worker: Workbox, waiting: ServiceWorker): void {
  const start = async (): Promise<void> => {
    const answer = (await messageSW(waiting, WORKER_MESSAGES.start)) as StartAnswer // its own message
    if (answer === 'others-open') useNotices.getState().say(strings.closeOtherTabs)
    else worker.addEventListener('controlling', () => location.reload())
  }
  useNotices.getState().need(strings.newVersion, {
    words: strings.startNow,
    act: () => attempt(start(), strings.couldntBeStarted),
  })
}
