import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm } from 'node:fs/promises'
import { request as ask, type IncomingMessage, type ServerResponse } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startRedis } from '@cloudbank/hosts/farm/testing'
import { CLI } from './harness'

const SERVER = fileURLToPath(new URL('../../server/dist/main.mjs', import.meta.url))

/** A process that can be killed and started again. */
class Killable {
  readonly #args: readonly string[]
  readonly #home: string
  readonly #ready: RegExp
  #child: ChildProcess | null = null
  /** All that it has said. */
  said = ''

  /** @param ready what it says once it is there. */
  constructor(args: readonly string[], home: string, ready: RegExp) {
    this.#args = args
    this.#home = home
    this.#ready = ready
  }

  async start(): Promise<void> {
    const env = { ...process.env, HOME: this.#home, CI: '1' }
    const child = spawn(process.execPath, this.#args, { env, stdio: ['ignore', 'pipe', 'pipe'] })
    this.#child = child
    await new Promise<void>((resolve, reject) => {
      let said = ''
      const hear = (chunk: Buffer): void => {
        said += chunk.toString()
        this.said += chunk.toString()
        if (this.#ready.test(said)) resolve()
      }
      child.stdout.on('data', hear)
      child.stderr.on('data', hear)
      child.once('exit', (code) => reject(new Error(`ended with ${code}: ${said}`)))
    })
  }

  async kill(): Promise<void> {
    if (!this.#child || this.#child.exitCode !== null) return
    const ended = once(this.#child, 'exit')
    this.#child.kill('SIGKILL')
    await ended
  }
}

/** A server, two workers, a queue in Redis and a shared folder: processes of their own, all of which may be killed. */
export async function startFarm() {
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-farm-'))
  const redis = await startRedis()
  const shared = ['--queue', redis.url, '--store', join(folder, 'store')]
  let port = 0
  const server = new Killable(
    [SERVER, '--port', '0', '--no-open', '--workers', '0', ...shared],
    folder,
    /Cloudbank is at \S+\s/,
  )
  const startServer = async (): Promise<void> => {
    await server.start()
    port = Number([...server.said.matchAll(/localhost:(\d+) /g)].at(-1)?.[1])
  }
  const worker = (): Killable =>
    new Killable([CLI, 'worker', '--workers', '1', ...shared], folder, /Ctrl C ends it/)
  const workers = [worker(), worker()]
  await startServer()
  await Promise.all(workers.map((one) => one.start()))
  /** Hands requests on to the server, wherever it listens now. */
  const orders = (
    request: IncomingMessage & { originalUrl?: string },
    response: ServerResponse,
  ) => {
    const { method, headers, originalUrl: path } = request
    const away = (): void => void response.destroy()
    const onward = ask({ host: '127.0.0.1', port, method, path, headers }, (answer) => {
      response.writeHead(answer.statusCode ?? 500, answer.headers)
      answer.on('error', away)
      answer.pipe(response)
    })
    onward.on('error', away)
    request.pipe(onward)
  }
  return {
    orders,
    redis,
    workers,
    server: { kill: () => server.kill(), start: startServer },
    stop: async () => {
      await Promise.all([...workers, server].map((one) => one.kill()))
      await redis.stop()
      await rm(folder, { recursive: true, force: true })
    },
  }
}
