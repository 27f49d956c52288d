import { createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { WORKER_MESSAGES, type StartAnswer } from './messages'

/** What a service worker's scope has that a page's has not. */
interface WorkerScope {
  readonly clients: {
    matchAll: (options: {
      readonly type: 'window'
      readonly includeUncontrolled: true
    }) => Promise<readonly unknown[]>
  }
  skipWaiting: () => Promise<void>
  addEventListener: (
    kind: 'message',
    listener: (event: MessageEvent<unknown> & { waitUntil: (work: Promise<void>) => void }) => void,
  ) => void
}
declare const self: WorkerScope
/** The app's files with what tells their versions apart; put in when the app is built. */
declare const APP_FILES: { url: string; revision: string | null }[]

// All of the app is kept on the first visit, and served from there; the server's own work is asked of the server.
precacheAndRoute(APP_FILES)
registerRoute(
  new NavigationRoute(createHandlerBoundToURL('/index.html'), {
    denylist: [/^\/api\//, /^\/shop(\/|$)/, /^\/demo\/(photos|shop)\//],
  }),
)

// A new version waits until no tab is open, or until the only one asks for it: none is changed under open work.
self.addEventListener('message', (event) => {
  if (event.data !== WORKER_MESSAGES.start) return
  event.waitUntil(
    // While it waits it controls none of them.
    self.clients.matchAll({ type: 'window', includeUncontrolled: true }).then(async (tabs) => {
      const answer: StartAnswer = tabs.length > 1 ? 'others-open' : 'starting'
      event.ports[0]?.postMessage(answer)
      if (answer === 'starting') await self.skipWaiting()
    }),
  )
})
