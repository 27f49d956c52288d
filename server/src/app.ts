import { extname, join } from 'node:path'
import express, { type Express, type RequestHandler } from 'express'
import { createFetchService, type Fetching, type HostStore } from './fetching'
import { createSceneService, type SceneWork } from './scenes'

/** Where the built interface and the demo shoot lie. */
export interface AppFolders {
  readonly web: string
  readonly demo: string
}

/** The outside services that the server plays; one that is missing is not there. */
export interface AppServices {
  readonly scenes?: SceneWork
  /** Fetches what a browser may not, from hosts that are kept. */
  readonly fetching?: { readonly hosts: HostStore; readonly fetch?: Fetching }
  /** Makes renditions in the browser's place. */
  readonly orders?: RequestHandler
  /** A shop that pictures are put live in. */
  readonly shop?: RequestHandler
}

/**
 * Nothing but the app's own files may be loaded, and wasm may be compiled. Inline styles are allowed,
 * for the interface's style sheets are written by script; inline scripts are not.
 */
const CONTENT_SECURITY_POLICY = [
  "default-src 'none'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' blob: data:",
  "font-src 'self'",
  "connect-src 'self' blob: data:",
  "worker-src 'self'",
  "manifest-src 'self'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ')

const HEADERS = {
  'Content-Security-Policy': CONTENT_SECURITY_POLICY,
  // Together these isolate the page, which is what shared memory between workers needs.
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Referrer-Policy': 'no-referrer',
  'X-Content-Type-Options': 'nosniff',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
}

/**
 * The names by which the app is asked: it is served to this machine alone. Another name that resolves to it is a page
 * elsewhere that wants to be taken for the app (DNS rebinding).
 */
const HOSTS: ReadonlySet<string | undefined> = new Set(['localhost', '127.0.0.1', '[::1]'])

/** Folders in which there are files only. */
const IN_FILES = /^\/(assets|demo)\/./

const YEAR_MS = 365 * 24 * 3600 * 1000

/** The web server: the built interface, the demo shoot, and the headers both need. */
export function createApp(
  { web, demo }: AppFolders,
  { scenes, fetching, orders, shop }: AppServices = {},
): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(({ hostname }, response, next) => {
    response.set(HEADERS)
    if (HOSTS.has(hostname)) next()
    else response.status(421).type('text').send('Cloudbank is asked for as localhost.')
  })
  if (scenes) app.use('/api/scenes', createSceneService(scenes))
  if (fetching) app.use('/api/fetch', createFetchService(fetching.hosts, fetching.fetch))
  if (orders) app.use('/api/orders', orders)
  if (shop) app.use('/shop', shop)
  app.use('/api', (_request, response) => void response.sendStatus(404))
  app.use('/assets', express.static(join(web, 'assets'), { immutable: true, maxAge: YEAR_MS }))
  app.use('/demo/photos', express.static(join(demo, 'photos')))
  app.use('/demo/shop', express.static(join(demo, 'shop')))
  app.get('/demo/shoot.json', (_request, response) => response.sendFile(join(demo, 'shoot.json')))
  app.get('/demo/products.csv', (_request, response) =>
    response.sendFile(join(demo, 'products.csv')),
  )
  app.use(express.static(web, { index: false }))
  // Screens have addresses without an extension; a file that is not there is not a screen.
  app.get('/{*path}', ({ path }, response) => {
    if (extname(path) !== '' || IN_FILES.test(path)) response.sendStatus(404)
    else response.sendFile(join(web, 'index.html'))
  })
  return app
}
