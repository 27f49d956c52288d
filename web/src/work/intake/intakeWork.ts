import { ContainerError } from '@cloudbank/core/shoot'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError, WorkerLostError, type Jobs } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import { watchTables, type Arrival, type Database, type Shoot } from '../../data'
import { describeError, isNoRoom } from '../../notices'
import { importShoot } from '../container'
import { doneUnpacking, sayUnpacking } from '../unpacking'
import { inspectArrival, refuse } from './inspectArrival'
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
    try {
      await takeUp(arrival)
    } catch (error) {
      if (stopsLine(error)) throw error
      await refuse(arrival, describeError(error), db)
    }

    async function takeUp(file: Arrival): Promise<void> {
      switch (file.kind) {
        case 'zip':
          return unpackZip(file, signal, db)
        case 'shoot':
          return bringShoot(file, signal, db, onShoot)
        case 'photograph':
          return inspectArrival(file, pool, signal, db)
      }
    }
  },
})

/** What is no fault of a file: the line stops, and goes on with the same file. Anything else is that file's own refusal. */
const stopsLine = (error: unknown): boolean =>
  error instanceof CancelledError ||
  error instanceof UnreachableError ||
  error instanceof WorkerLostError ||
  isNoRoom(error)

async function bringShoot(
  { id, fileName, blob }: Arrival,
  signal: AbortSignal,
  db: Database,
  onShoot: OnShoot,
): Promise<void> {
  try {
    const brought = await importShoot(blob, signal, db, (of, done, total) =>
      sayUnpacking({ name: fileName, of, done, total }),
    )
    onShoot(fileName, brought)
  } catch (error) {
    if (stopsLine(error)) throw error
    onShoot(fileName, error instanceof ContainerError ? error : asContainerError(error))
  } finally {
    doneUnpacking()
  }
  await db.arrivals.delete(id!)
}

const asContainerError = (error: unknown): ContainerError =>
  new ContainerError(describeError(error), { cause: error })
