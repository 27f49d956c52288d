import { CancelledError } from '@cloudbank/core/engine'
import { FileError } from '@cloudbank/core/codec'
import { WorkerLostError, type Jobs } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import { watchTables, type Database, type MeasureTask, type ShootId } from '../../data'
import { sortLightings } from './sortLightings'

/** Told of a photograph that could not be measured, by name and reason. */
export type OnFailure = (fileName: string, reason: string) => void

/** Told of a shoot whose shots have all been measured and sorted. */
export type OnSorted = (shootId: ShootId) => Promise<void>

/** Measures what has come in, and sorts each shoot's shots into lightings when all of them are measured. */
export const measureWork = (
  pool: Jobs,
  db: Database,
  onFailure: OnFailure,
  onSorted: OnSorted = () => Promise.resolve(),
): Work<MeasureTask> => ({
  lock: 'measuring',
  remaining: async () => {
    const tasks = await db.measureTasks.toArray()
    const measuring = tasks.filter(({ kind }) => kind === 'measure')
    if (measuring.length > 0) return measuring
    return tasks
  },
  keyOf: ({ id }) => id,
  nameOf: (task) => (task.kind === 'measure' ? task.fileName : ''),
  goesOn: async () => (await db.holds.get('measuring'))?.held !== true,
  watch: (onChange) => watchTables(db, ['holds'], onChange),
  process: async (task, signal) => {
    if (task.kind === 'sort') {
      await sortLightings(task.shootId, db)
      await onSorted(task.shootId)
      await db.measureTasks.delete(task.id)
    } else await measure(task, pool, signal, db, onFailure)
  },
})

async function measure(
  { id, hash, fileName }: Extract<MeasureTask, { kind: 'measure' }>,
  pool: Jobs,
  signal: AbortSignal,
  db: Database,
  onFailure: OnFailure,
): Promise<void> {
  const known = await db.measures.get(hash)
  const original = known ? undefined : await db.originals.get(hash)
  if (known || !original) {
    await db.measureTasks.delete(id)
    return
  }
  const job = { kind: 'measure', source: original.blob } as const
  try {
    const { look, ...result } = await pool.run<'measure'>(job, { signal })
    if (signal.aborted) throw new CancelledError()
    await db.transaction('rw', db.measures, db.looks, db.measureTasks, async () => {
      await db.measures.put({ hash, result })
      await db.looks.put({ hash, blob: look })
      await db.measureTasks.delete(id)
    })
  } catch (error) {
    // It was decoded when it came in; should it fail here, it stays without measures, and the rest goes on.
    if (!(error instanceof FileError || error instanceof WorkerLostError)) throw error
    await db.measureTasks.delete(id)
    onFailure(fileName, error.message)
  }
}
