import {
  createServerOrders,
  ServerAwayError,
  type QueueReport,
  type ServerOrders,
} from '@cloudbank/hosts/orders'
import type { Job, JobOptions, JobResults, Jobs } from '@cloudbank/hosts/pool'
import { systemClock, type ClockPort } from '@cloudbank/hosts/runs'
import { useNotices } from '../../notices'
import { sharedPool } from '../pool'
import { strings } from '../strings'
import { uploadTo } from './upload'

const BASE = '/api/orders'
/** A server that was away is asked again after this time, in ms. */
const AWAY_MS = 60_000
/** More photographs than this are not on their way at the same time, however many work for the server. */
const MAX_LANES = 64

/** Whoever makes the renditions of runs. */
export interface Makers {
  readonly jobs: Jobs
  /** Photographs that are given to it at the same time. */
  readonly lanes: number
}

/** The orders of this page's own server. */
const ownServer = createServerOrders({
  base: BASE,
  fetch: (...asked) => fetch(...asked),
  upload: uploadTo(`${BASE}/uploads`),
  clock: systemClock,
})

/** Who works for the server and what waits there; null where it makes nothing. */
export const queueReport = (): Promise<QueueReport | null> => ownServer.report()

/** The server and those who work for it, or this browser where there is none. */
export async function makersOfRuns(): Promise<Makers> {
  const local = sharedPool()
  const report = await ownServer.report()
  const slots = report?.workers.reduce((sum, worker) => sum + worker.slots, 0) ?? 0
  if (slots === 0) return { jobs: local, lanes: local.size }
  const onAway = (reason: string): void => useNotices.getState().say(strings.goesOnHere(reason))
  // One more is on its way while all are at work.
  const lanes = Math.min(MAX_LANES, slots + 1)
  return { jobs: serverFirst(ownServer, local, systemClock, onAway), lanes }
}

/** Renders by the server, and here for as long as that is away; everything else is done here. */
export function serverFirst(
  server: Pick<ServerOrders, 'render'>,
  local: Jobs,
  clock: ClockPort,
  onAway: (reason: string) => void,
): Jobs {
  let awayUntil = -Infinity
  async function run(job: Job, options: JobOptions = {}): Promise<JobResults[Job['kind']]> {
    if (job.kind !== 'render' || clock.now() < awayUntil) return local.run(job, options)
    try {
      return await server.render(job, options)
    } catch (error) {
      if (!(error instanceof ServerAwayError)) throw error
      if (clock.now() >= awayUntil) onAway(error.message)
      awayUntil = clock.now() + AWAY_MS
      return local.run(job, options)
    }
  }
  return { run: run as Jobs['run'] } // what it gives is of the job's kind
}
