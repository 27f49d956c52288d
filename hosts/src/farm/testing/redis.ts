import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm } from 'node:fs/promises'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A Redis of a test's own, that can be killed and started again with what it had written down. */
export interface TestRedis {
  readonly url: string
  readonly kill: () => Promise<void>
  readonly start: () => Promise<void>
  readonly stop: () => Promise<void>
}

export async function startRedis(): Promise<TestRedis> {
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-redis-'))
  const port = await freePort()
  let child: ChildProcess | null = null
  const start = async (): Promise<void> => {
    const options = ['--port', String(port), '--bind', '127.0.0.1', '--dir', folder]
    const kept = ['--appendonly', 'yes', '--appendfsync', 'always', '--save', '']
    const started = spawn('/usr/bin/redis-server', [...options, ...kept])
    child = started
    let said = ''
    for await (const chunk of started.stdout.setEncoding('utf8')) {
      said += String(chunk)
      if (/Ready to accept connections/.test(said)) break
    }
  }
  const kill = async (): Promise<void> => {
    if (!child || child.exitCode !== null) return
    const ended = once(child, 'exit')
    child.kill('SIGKILL')
    await ended
  }
  await start()
  return {
    url: `redis://127.0.0.1:${port}`,
    kill,
    start,
    stop: async () => {
      await kill()
      await rm(folder, { recursive: true, force: true })
    },
  }
}

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo // a port, no pipe
  server.close()
  await once(server, 'close')
  return port
}
