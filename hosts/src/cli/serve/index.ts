import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import type { Command } from 'commander'
import { EXIT } from '../exit'
import { strings } from '../strings'

/** The built server, from where the command line is built to. */
const SERVER = fileURLToPath(new URL('../../server/dist/main.mjs', import.meta.url))

interface Options {
  readonly port: string
  readonly open: boolean
  readonly json?: true
  readonly queue?: string
  readonly store?: string
  readonly quota?: string
  readonly workers?: string
}

/** Adds `serve`: the app in the browser, for this machine. */
export function addServe(program: Command): void {
  program
    .command('serve')
    .description(strings.whatServeDoes)
    .option('--port <n>', strings.portOption, '4780')
    .option('--no-open', strings.noOpenOption)
    .option('--queue <address>', strings.ownQueueOption)
    .option('--store <address>', strings.ownStoreOption)
    .option('--quota <gigabytes>', strings.quotaOption)
    .option('--workers <n>', strings.serverWorkersOption)
    .option('--json', strings.servedOption)
    .action(async ({ open, json, ...given }: Options) => {
      const named = Object.entries(given).flatMap(([name, value]) => [`--${name}`, value])
      const flags = [...(open ? [] : ['--no-open']), ...(json ? ['--json'] : [])]
      const args = [SERVER, ...named, ...flags]
      const server = spawn(process.execPath, args, { stdio: 'inherit' })
      // Ctrl C reaches it from the terminal; another signal reaches only this process.
      process.on('SIGINT', () => undefined)
      process.on('SIGTERM', () => server.kill('SIGTERM'))
      const [code] = (await once(server, 'exit')) as [number | null]
      process.exit(code ?? EXIT.stopped)
    })
}
