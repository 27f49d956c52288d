import { availableParallelism, homedir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { fileURLToPath } from 'node:url'
import open from 'open'
import { openQueue, openStore, workOnOrders } from '@cloudbank/hosts/farm'
import { createNodePool } from '@cloudbank/hosts/node'
import { createApp } from './app'
import { hostsInFile } from './fetching'
import { createOrderService } from './orders'
import { scenesOnThreads } from './scenes'
import { shopInFolder } from './shop'
import { listen, PortTakenError } from './listen'

const DEFAULT_PORT = 4780
const HOME = join(homedir(), '.cloudbank')
const DEFAULT_QUOTA_GB = '20'

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: process.env['PORT'] ?? String(DEFAULT_PORT) },
    'no-open': { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
    queue: { type: 'string' },
    store: { type: 'string', default: join(HOME, 'store') },
    quota: { type: 'string', default: DEFAULT_QUOTA_GB },
    workers: { type: 'string', default: String(availableParallelism()) },
  },
})

const port = wholeNumber('port', values.port, 65535)
const slots = wholeNumber('workers', values.workers, 1024)
const quotaGb = wholeNumber('quota', values.quota, 1_000_000)

function wholeNumber(name: string, text: string, most: number): number {
  const number = Number(text)
  if (text.trim() !== '' && Number.isInteger(number) && number >= 0 && number <= most) return number
  console.error(`--${name} takes a whole number from 0 to ${most}, not “${text}”`)
  process.exit(2)
}

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

try {
  const folders = { web: folder('../../web/dist'), demo: folder('../../demo') }
  const queue = await openQueue(values.queue ?? null)
  const store = await openStore(values.store)
  const quotaBytes = quotaGb * 1e9
  const { router: orders } = createOrderService({ queue, store, uploads: HOME, quotaBytes })
  const app = createApp(folders, {
    scenes: scenesOnThreads(),
    fetching: { hosts: hostsInFile(join(HOME, 'hosts.json')) },
    orders,
    shop: (await shopInFolder(join(HOME, 'shop'))).router,
  })
  const { url } = await listen(app, port)
  if (slots > 0)
    void workOnOrders({ queue, store, jobs: createNodePool(slots, 'portable'), slots }).catch(
      (error: unknown) => console.error(`This machine works on no orders: ${String(error)}`),
    )
  if (values.json) console.log(JSON.stringify({ event: 'listening', url }))
  else {
    console.log(`Cloudbank is at ${url}  (demo shoot: ${url}/demo)`)
    console.log('Stop it with Ctrl+C.')
  }
  const hasScreen =
    process.platform !== 'linux' || process.env['DISPLAY'] || process.env['WAYLAND_DISPLAY']
  if (!values['no-open'] && hasScreen && !process.env['CI'])
    await open(`${url}/demo`).catch(() =>
      console.log('No browser could be opened; use the address above.'),
    )
} catch (error) {
  if (!(error instanceof PortTakenError)) throw error
  console.error(error.message)
  process.exit(1)
}
