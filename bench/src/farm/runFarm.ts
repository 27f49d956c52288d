import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { z } from 'zod'
import { planShot, SHOP_WHITE } from '@cloudbank/core/brief'
import { KEYS, openQueue, openStore, type StorePort } from '@cloudbank/hosts/farm'
import { startRedis } from '@cloudbank/hosts/farm/testing'
import { createNodePool } from '@cloudbank/hosts/node'
import { orderIdOf, type Order } from '@cloudbank/hosts/orders'
import { simulateFarm, type Simulated } from './simulate'

const CLI = fileURLToPath(new URL('../../hosts/bin/cloudbank.mjs', import.meta.url))
/** Longer side of the photographs, in pixels; each has its own. */
const SIDE_PX = 480
/** What a line between machines carries, in bytes a second: 1 Gbit/s. */
const LINE_BYTES_PER_S = 125e6

const Event = z.object({ event: z.string(), ms: z.number().optional() })

interface Photograph {
  readonly order: Order
  readonly contents: ReadonlyMap<string, Uint8Array>
}

/** A run of some photographs by some workers, each a process of its own with one thread. */
interface FarmRun {
  readonly workers: number
  readonly shots: number
  readonly seconds: number
  readonly serviceMs: readonly number[]
  /** The most memory that a worker held, in MB. */
  readonly peakMb: number
  /** By stage, in seconds of a core for a thousand renditions. */
  readonly coreSeconds: Readonly<Record<string, number>>
}

export interface FarmResult {
  readonly measured: readonly Omit<FarmRun, 'serviceMs'>[]
  readonly simulated: readonly Simulated[]
  /** The simulation's time of one and two workers to the measured one. */
  readonly simulatedOverMeasured: readonly number[]
  /** The peak of all photographs to that of a tenth of them. */
  readonly memoryRatio: number
}

/**
 * Measures workers on a real Redis and a shared folder: throughput of one and two, memory, and where the time goes; and
 * plays farms of more machines with the times that were measured.
 */
export async function runFarm(
  photos: readonly string[],
  shots: number,
  tell: (line: string) => void,
): Promise<FarmResult> {
  tell(`${shots} photographs …`)
  const all = await photographsOf(photos, shots)
  const few = await runWorkers(all.slice(0, shots / 10), 1)
  tell(`one worker, ${few.shots}: ${few.seconds.toFixed(1)} s`)
  const one = await runWorkers(all, 1)
  tell(`one worker, ${one.shots}: ${one.seconds.toFixed(1)} s`)
  const two = await runWorkers(all, 2)
  tell(`two workers, ${two.shots}: ${two.seconds.toFixed(1)} s`)
  const bytes = all.reduce(
    (sum, { contents }) => sum + [...contents.values()].reduce((all, one) => all + one.length, 0),
    0,
  )
  const work = one.serviceMs.reduce((sum, ms) => sum + ms, 0)
  const model = {
    serviceMs: one.serviceMs,
    betweenMs: Math.max(0, (one.seconds * 1000 - work) / one.shots),
    lineMs: (bytes / shots / LINE_BYTES_PER_S) * 1000,
  }
  const simulated = [1, 2, 4, 16, 64].map((workers) => simulateFarm(model, workers))
  const told = ({ serviceMs: _, ...run }: FarmRun): Omit<FarmRun, 'serviceMs'> => run
  return {
    measured: [few, one, two].map(told),
    simulated,
    simulatedOverMeasured: [one, two].map(({ seconds }, i) => simulated[i]!.seconds / seconds),
    memoryRatio: one.peakMb / few.peakMb,
  }
}

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Different photographs, with what the finder says of each motif, as a browser gives it along. */
async function photographsOf(photos: readonly string[], shots: number): Promise<Photograph[]> {
  const pool = createNodePool(1)
  const looks = await Promise.all(
    photos.map(async (path) => {
      const source = new Uint8Array(await readFile(path))
      const { look } = await pool.run<'measure'>({ kind: 'measure', source })
      return new Uint8Array(await look.arrayBuffer())
    }),
  )
  pool.dispose()
  const made: Photograph[] = []
  for (let k = 0; k < shots; k++) {
    const motif = k % photos.length
    const side = SIDE_PX + Math.floor(k / photos.length)
    const picture = sharp(photos[motif]!).rotate().resize(side, side, { fit: 'inside' })
    const source = new Uint8Array(await picture.jpeg({ quality: 92 }).toBuffer())
    const look = looks[motif]!
    const plan = planShot(hashOf(source), SHOP_WHITE.steps)
    const only = SHOP_WHITE.steps.finish.placements.map(({ id }) => id)
    const order: Order = {
      id: await orderIdOf(plan, only),
      name: `${motif}-${side}.jpg`,
      group: 'bench',
      urgent: false,
      plan,
      only,
      source: plan.original,
      assets: [],
      mattes: [],
      look: hashOf(look),
    }
    made.push({
      order,
      contents: new Map([
        [order.source, source],
        [hashOf(look), look],
      ]),
    })
  }
  return made
}

async function runWorkers(photographs: readonly Photograph[], count: number): Promise<FarmRun> {
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-bench-'))
  const redis = await startRedis()
  const queue = await openQueue(redis.url)
  const address = join(folder, 'store')
  const store = await openStore(address)
  try {
    for (const { order, contents } of photographs) {
      await keepAll(contents, store)
      await queue.place(order)
    }
    const serviceMs: number[] = []
    let since = 0
    let until = 0
    let made = (): void => undefined
    const allMade = new Promise<void>((resolve) => (made = resolve))
    const workers = Array.from({ length: count }, () => {
      const args = [
        CLI,
        'worker',
        '--queue',
        redis.url,
        '--store',
        address,
        '--workers',
        '1',
        '--json',
      ]
      const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'ignore'] })
      createInterface(child.stdout).on('line', (line) => {
        const { event, ms } = Event.parse(JSON.parse(line))
        since ||= performance.now()
        if (event === 'failed') throw new Error(line)
        if (event !== 'made') return
        until = performance.now()
        if (serviceMs.push(ms ?? 0) === photographs.length) made()
      })
      return child
    })
    await allMade
    const peaks = await Promise.all(workers.map(({ pid }) => peakMb(pid ?? 0)))
    // The last of them says so with its next report.
    const { workers: reports } = await reported(queue, photographs.length)
    for (const child of workers) {
      const ended = once(child, 'exit')
      child.kill('SIGINT')
      await ended
    }
    const renditions = photographs.reduce((sum, { order }) => sum + order.only.length, 0)
    const coreSeconds: Record<string, number> = {}
    for (const { stagesMs } of reports)
      for (const [stage, ms] of Object.entries(stagesMs))
        coreSeconds[stage] = (coreSeconds[stage] ?? 0) + ms / renditions
    return {
      workers: count,
      shots: photographs.length,
      seconds: (until - since) / 1000,
      serviceMs,
      peakMb: Math.max(...peaks),
      coreSeconds,
    }
  } finally {
    await queue.close()
    await redis.stop()
    await rm(folder, { recursive: true, force: true })
  }
}

async function reported(queue: Awaited<ReturnType<typeof openQueue>>, made: number) {
  for (;;) {
    const report = await queue.report()
    if (report.workers.reduce((sum, worker) => sum + worker.made, 0) >= made) return report
    await new Promise((resolve) => setTimeout(resolve, 200))
  }
}

async function keepAll(contents: ReadonlyMap<string, Uint8Array>, store: StorePort): Promise<void> {
  for (const [hash, bytes] of contents)
    if (!(await store.has(KEYS.content(hash)))) await store.put(KEYS.content(hash), bytes)
}

/** The most memory that a process has held, in MB. */
async function peakMb(pid: number): Promise<number> {
  const [, kb = '0'] = /VmHWM:\s+(\d+) kB/.exec(await readFile(`/proc/${pid}/status`, 'utf8')) ?? []
  return Number(kb) / 1024
}
