import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import type { Command } from 'commander'
import { EXIT } from '../exit'
import { strings } from '../strings'

/** The built server, from where the command line is built to. */
const SERVER = fileURLToPath(new URL('../../server/dist/main.mjs', import.meta.url))

/** Adds `serve`: the app in the browser, for this machine. */
export function addServe(program: Command): void {
  program
    .command('serve')
    .description(strings.whatServeDoes)
    .option('--port <n>', strings.portOption, '4780')
    .option('--no-open', strings.noOpenOption)
    .action(async ({ port, open }: { readonly port: string; readonly open: boolean }) => {
      const args = [SERVER, '--port', port, ...(open ? [] : ['--no-open'])]
      const server = spawn(process.execPath, args, { stdio: 'inherit' })
      // Ctrl C reaches it from the terminal; another signal reaches only this process.
      process.on('SIGINT', () => undefined)
      process.on('SIGTERM', () => server.kill('SIGTERM'))
      const [code] = (await once(server, 'exit')) as [number | null]
      process.exit(code ?? EXIT.stopped)
    })
}
