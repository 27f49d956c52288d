import { CancelledError } from '@cloudbank/core/engine'
import type { ShootRows, Shot } from '@cloudbank/core/shoot'
import type { JobAsset, WorkerPool } from '../../pool'
import { createProcessLock, silentReporter, systemClock, workThrough, type Work } from '../../runs'
import { madeEvent, type PhotoEvent } from '../madeEvents'
import { createMakeAndWrite, isReturned } from '../makeAndWrite'
import type { OutFolder } from '../outFolder'
import type { RowFiles } from '../RowFiles'
import { strings } from '../strings'
import { writeManifests } from '../writeFiles'

export interface RenderRequest {
  readonly rows: ShootRows
  readonly files: RowFiles
  /** Tables and pictures that settings may name by hash. */
  readonly assets: readonly JobAsset[]
  /** What a shot is called in a message. */
  readonly nameOf: (shot: Shot) => string
  readonly out: OutFolder
  readonly signal: AbortSignal
  readonly tell: (event: RenderEvent) => void
}

/** What happens while photographs are rendered, as `--json` prints it. */
export type RenderEvent =
  | (PhotoEvent & { readonly done: number; readonly total: number })
  | { readonly event: 'ended'; readonly made: number; readonly failed: number }
  | { readonly event: 'stopped'; readonly made: number }

/** An event as a person reads it. */
export function renderWords(event: RenderEvent, folder: string): string {
  switch (event.event) {
    case 'made':
    case 'failed': {
      const outcome = event.event === 'made' ? event.words : event.reason
      return strings.shotDone(event.done, event.total, event.path, outcome)
    }
    case 'ended':
      return strings.finished(event.made, folder, event.failed)
    case 'stopped':
      return strings.stopped(event.made, folder)
  }
}

/**
 * Makes what is missing or out of date of a shoot, and writes everything that it delivers, as the app would: named,
 * described and credited, in its folders, with manifests and a page of the pictures. A shot that fails is reported by
 * name and reason, and the rest goes on; one that was returned goes nowhere. Files are written whole, as soon as their
 * shot is made.
 */
export async function renderRows(
  { rows, files, assets, nameOf, out, signal, tell }: RenderRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const { makeAndWrite, written } = createMakeAndWrite(rows, files, assets, out, pool)
  const shots = rows.shots.filter((shot) => !isReturned(shot))
  const remaining = new Map(shots.map((shot) => [shot.id, shot]))
  let failed = 0

  async function outcomeOf(row: Shot, stop: AbortSignal): Promise<PhotoEvent> {
    const path = nameOf(row)
    try {
      const { left, words } = await makeAndWrite(row, stop)
      return madeEvent(path, words, left)
    } catch (error) {
      if (error instanceof CancelledError) throw error
      failed++
      return { event: 'failed', path, reason: (error as Error).message } // only errors are thrown
    }
  }

  const work: Work<Shot> = {
    lock: 'render',
    remaining: () => Promise.resolve([...remaining.values()]),
    keyOf: ({ id }) => id,
    nameOf,
    goesOn: () => Promise.resolve(!signal.aborted),
    watch: (onChange) => {
      signal.addEventListener('abort', onChange)
      return () => signal.removeEventListener('abort', onChange)
    },
    process: async (shot, stop) => {
      const outcome = await outcomeOf(shot, stop)
      remaining.delete(shot.id)
      tell({ ...outcome, done: shots.length - remaining.size, total: shots.length })
    },
  }
  const ports = {
    lock: createProcessLock(),
    clock: systemClock,
    reporter: silentReporter,
    lanes: pool.size,
  }
  await workThrough(work, ports)
  const left = written()
  if (left.length > 0) await writeManifests(rows, left, out)
  const made = left.length
  tell(signal.aborted ? { event: 'stopped', made } : { event: 'ended', made, failed })
  return { made, failed }
}
