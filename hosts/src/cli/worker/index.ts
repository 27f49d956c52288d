import { availableParallelism } from 'node:os'
import type { Command } from 'commander'
import { formatDuration } from '@cloudbank/core/words'
import { openQueue, openStore, workOnOrders } from '../../farm'
import { createNodePool } from '../../node'
import type { Jobs } from '../../pool'
import { EXIT } from '../exit'
import { positiveNumber } from '../options'
import { strings } from '../strings'
import { UsageError } from '../UsageError'

interface Options {
  readonly queue: string
  readonly store: string
  readonly workers?: number
  readonly rate?: number
  readonly json?: true
}

/** What happens to an order in a worker, as `--json` prints it. */
type OrderEvent =
  | { readonly event: 'begun'; readonly name: string }
  | { readonly event: 'made'; readonly name: string; readonly ms: number }
  | { readonly event: 'failed'; readonly name: string; readonly reason: string }

/** Adds `worker`: makes what browsers order of a server, on as many machines as one likes. */
export function addWorker(program: Command): void {
  program
    .command('worker')
    .description(strings.whatWorkerDoes)
    .requiredOption('--queue <address>', strings.queueOption)
    .requiredOption('--store <address>', strings.storeOption)
    .option('--workers <n>', strings.workersOption, positiveNumber)
    .option('--rate <n>', strings.rateOption, positiveNumber)
    .option('--json', strings.eventsOption)
    .action(work)
}

async function work({ queue: address, store, workers, rate, json }: Options): Promise<void> {
  if (!/^rediss?:\/\//.test(address)) throw new UsageError(strings.notAQueue(address))
  const slots = workers ?? availableParallelism()
  const pool = createNodePool(slots, 'portable')
  const tell = (event: OrderEvent): void => {
    process.stderr.write(`${wordsOf(event)}\n`)
    if (json) process.stdout.write(`${JSON.stringify(event)}\n`)
  }
  const queue = await openQueue(address, { perMinute: rate ?? null })
  const jobs = toldJobs(pool, tell)
  const end = await workOnOrders({ queue, store: await openStore(store), jobs, slots })
  process.stderr.write(`${strings.workerWaits(slots, address)}\n`)
  // What is at work is made to its end; a second Ctrl C leaves it to others.
  process.once('SIGINT', () => {
    process.stderr.write(`${strings.workerEnds}\n`)
    process.once('SIGINT', () => process.exit(EXIT.stopped))
    void end()
      .then(() => queue.close())
      .finally(() => process.exit(EXIT.stopped))
  })
}

function wordsOf(event: OrderEvent): string {
  switch (event.event) {
    case 'begun':
      return strings.orderBegun(event.name)
    case 'made':
      return strings.orderMade(event.name, formatDuration(event.ms))
    case 'failed':
      return strings.orderFailed(event.name, event.reason)
  }
}

/** Jobs that say what becomes of them. */
function toldJobs(jobs: Jobs, tell: (event: OrderEvent) => void): Jobs {
  return {
    run: async (job, options = {}) => {
      const name = options.turn?.name ?? ''
      const since = performance.now()
      tell({ event: 'begun', name })
      try {
        const result = await jobs.run(job, options)
        tell({ event: 'made', name, ms: Math.round(performance.now() - since) })
        return result
      } catch (error) {
        tell({ event: 'failed', name, reason: error instanceof Error ? error.message : '' })
        throw error
      }
    },
  }
}
