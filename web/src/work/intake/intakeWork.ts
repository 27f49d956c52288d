import { ContainerError } from '@cloudbank/core/shoot'
import type { Jobs } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import { watchTables, type Arrival, type Database, type Shoot } from '../../data'
import { importShoot } from '../container'
import { inspectArrival } from './inspectArrival'
import { unpackZip } from './unpackZip'

/** A file in line, by its id. */
interface Waiting {
  readonly id: number
  readonly fileName: string
  readonly tries: number
}

/** Told what has become of a whole shoot that was brought in. */
export type OnShoot = (fileName: string, brought: Shoot | ContainerError) => void

/** Looks at what has arrived, file by file, in the order in which it came. */
export const intakeWork = (pool: Jobs, db: Database, onShoot: OnShoot): Work<Waiting> => ({
  lock: 'intake',
  remaining: async () => {
    const arrivals = await db.arrivals.where('state').equals('waiting').sortBy('id')
    return arrivals.map(({ id, fileName, tries }) => ({ id: id!, fileName, tries }))
  },
  // One that a worker ended over is taken once more.
  keyOf: ({ id, tries }) => `${id}/${tries}`,
  nameOf: ({ fileName }) => fileName,
  goesOn: async () => (await db.holds.get('intake'))?.held !== true,
  watch: (onChange) => watchTables(db, ['holds'], onChange),
  process: async ({ id }, signal) => {
    const arrival = await db.arrivals.get(id)
    if (!arrival) return
    switch (arrival.kind) {
      case 'zip':
        return unpackZip(arrival, signal, db)
      case 'shoot':
        return bringShoot(arrival, signal, db, onShoot)
      case 'photograph':
        return inspectArrival(arrival, pool, signal, db)
    }
  },
})

async function bringShoot(
  { id, fileName, blob }: Arrival,
  signal: AbortSignal,
  db: Database,
  onShoot: OnShoot,
): Promise<void> {
  try {
    onShoot(fileName, await importShoot(blob, signal, db))
  } catch (error) {
    if (!(error instanceof ContainerError)) throw error
    onShoot(fileName, error)
  }
  await db.arrivals.delete(id!)
}
