import { CancelledError } from '@cloudbank/core/engine'
import { FileError, FORMATS } from '@cloudbank/core/codec'
import type { Rewritten } from '@cloudbank/core/weigh'
import { WorkerLostError, type Jobs } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import { watchTables, type Database, type WeighedRow } from '../../data'
import { strings } from '../strings'
import { AddressRefusedError, fetchAddress } from './fetchAddress'

/** Fetches the pictures of weigh-ins, looks at them and rewrites them in all ways. */
export const weighWork = (
  pool: Jobs,
  db: Database,
  fetching: typeof fetchAddress = fetchAddress,
): Work<WeighedRow> => ({
  lock: 'weighing',
  remaining: async () => {
    const rows = await db.weighed.where('state').equals('waiting').toArray()
    return rows.sort((a, b) => a.id.localeCompare(b.id))
  },
  keyOf: ({ id }) => id,
  nameOf: ({ path }) => path,
  goesOn: async () => (await db.holds.get('weighing'))?.held !== true,
  watch: (onChange) => watchTables(db, ['holds'], onChange),
  process: async (row, signal) => {
    const began = performance.now()
    try {
      await weigh(row, signal, { pool, db, fetching })
    } catch (error) {
      const isItsOwn =
        error instanceof FileError ||
        error instanceof WorkerLostError ||
        error instanceof AddressRefusedError
      if (!isItsOwn) throw error
      await db.weighed.update(row.id, { state: 'failed', problem: error.message })
    }
    await db.weighIns
      .where('id')
      .equals(row.weighInId)
      .modify((one) => {
        one.workedMs += performance.now() - began
      })
  },
})

async function weigh(
  { id, weighInId, blob: given, address, use }: WeighedRow,
  signal: AbortSignal,
  { pool, db, fetching }: { pool: Jobs; db: Database; fetching: typeof fetchAddress },
): Promise<void> {
  const options = (await db.weighIns.get(weighInId))?.options
  // It was deleted meanwhile.
  if (!options) return
  const blob = given ?? (address === null ? null : (await fetching(address, signal)).blob)
  if (!blob) throw new AddressRefusedError(strings.fileIsGone, null)
  const job = { kind: 'weigh', source: blob, use, options } as const
  const { facts, made } = await pool.run<'weigh'>(job, { signal })
  if (signal.aborted) throw new CancelledError()
  await db.transaction('rw', db.weighed, db.weighedFiles, async () => {
    if (!(await db.weighed.get(id))) return
    const ways: Rewritten[] = []
    for (const { bytes, hash, ...way } of made) {
      ways.push({ ...way, bytes: bytes.length, fileHash: hash })
      const file = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: FORMATS[way.type].mime }) // transferred here
      await db.weighedFiles.put({ id: weighedFileId(weighInId, hash), weighInId, blob: file })
    }
    await db.weighed.update(id, { blob, facts, made: ways, state: 'weighed' })
  })
}

/** The id of a rewritten picture's file. */
export const weighedFileId = (weighInId: string, hash: string): string => `${weighInId}/${hash}`
