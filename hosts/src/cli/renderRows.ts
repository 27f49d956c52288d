import { CancelledError } from '@cloudbank/core/engine'
import type { ShootRows, Shot } from '@cloudbank/core/shoot'
import type { JobAsset, WorkerPool } from '../pool'
import { createProcessLock, silentReporter, systemClock, workThrough, type Work } from '../runs'
import { createMakeAndWrite, isReturned } from './makeAndWrite'
import type { OutFolder } from './outFolder'
import type { RowFiles } from './RowFiles'
import { strings } from './strings'
import { writeManifests } from './writeFiles'

export interface RenderRequest {
  readonly rows: ShootRows
  readonly files: RowFiles
  /** Tables and pictures that settings may name by hash. */
  readonly assets: readonly JobAsset[]
  /** What a shot is called in a message. */
  readonly nameOf: (shot: Shot) => string
  readonly out: OutFolder
  readonly signal: AbortSignal
  readonly report: (line: string) => void
}

/**
 * Makes what is missing or out of date of a shoot, and writes everything that it delivers, as the app would: named,
 * described and credited, in its folders, with manifests and a page of the pictures. A shot that fails is reported by
 * name and reason, and the rest goes on; one that was returned goes nowhere. Files are written whole, as soon as their
 * shot is made.
 */
export async function renderRows(
  { rows, files, assets, nameOf, out, signal, report }: RenderRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const { makeAndWrite, written } = createMakeAndWrite(rows, files, assets, out, pool)
  const shots = rows.shots.filter((shot) => !isReturned(shot))
  const remaining = new Map(shots.map((shot) => [shot.id, shot]))
  let failed = 0

  async function outcomeOf(row: Shot, stop: AbortSignal): Promise<string> {
    try {
      return (await makeAndWrite(row, stop)).words
    } catch (error) {
      if (error instanceof CancelledError) throw error
      failed++
      return (error as Error).message // only errors are thrown
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
      const done = shots.length - remaining.size
      report(strings.shotDone(done, shots.length, nameOf(shot), outcome))
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
  report(
    signal.aborted
      ? strings.stopped(left.length, out.path)
      : strings.finished(left.length, out.path, failed),
  )
  return { made: left.length, failed }
}
