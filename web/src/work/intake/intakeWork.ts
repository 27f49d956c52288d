import type { Jobs } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import { watchTables, type Database } from '../../data'
import { inspectArrival } from './inspectArrival'
import { unpackZip } from './unpackZip'

/** A file in line, by its id. */
interface Waiting {
  readonly id: number
  readonly fileName: string
  readonly tries: number
}

/** Looks at what has arrived, file by file, in the order in which it came. */
export const intakeWork = (pool: Jobs, db: Database): Work<Waiting> => ({
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
    if (arrival.kind === 'zip') await unpackZip(arrival, signal, db)
    else await inspectArrival(arrival, pool, signal, db)
  },
})
