import { database, type Database } from './database'

/** Room for many small rows, and little enough that nobody misses it, in bytes. */
const RESERVE_BYTES = 512 * 1024

/** Keeps some room back, so that a full browser can still be told what has become of its work. */
export async function keepReserve(db: Database = database): Promise<void> {
  if ((await db.reserve.count()) > 0) return
  await db.reserve.put({ id: 'room', blob: new Blob([new Uint8Array(RESERVE_BYTES)]) })
}

/** Gives the room back that was kept. */
export const spendReserve = (db: Database = database): Promise<void> => db.reserve.clear()
