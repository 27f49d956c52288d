import { homedir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { fileURLToPath } from 'node:url'
import open from 'open'
import { createApp } from './app'
import { hostsInFile } from './fetching'
import { scenesOnThreads } from './scenes'
import { listen, PortTakenError } from './listen'

const DEFAULT_PORT = 4780

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: process.env['PORT'] ?? String(DEFAULT_PORT) },
    'no-open': { type: 'boolean', default: false },
  },
})

const port = Number(values.port)
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`--port takes a number from 0 to 65535, not “${values.port}”`)
  process.exit(2)
}

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

try {
  const folders = { web: folder('../../web/dist'), demo: folder('../../demo') }
  const app = createApp(folders, {
    scenes: scenesOnThreads(),
    fetching: { hosts: hostsInFile(join(homedir(), '.cloudbank', 'hosts.json')) },
  })
  const { url } = await listen(app, port)
  console.log(`Cloudbank is at ${url}  (demo shoot: ${url}/demo)`)
  console.log('Stop it with Ctrl+C.')
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
