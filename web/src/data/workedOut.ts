import { database, type Database } from './database'

/** Pixels that are stored to save time take at most so many bytes; the oldest go first. */
const KEPT_BYTES = 400e6

/** Stores what was worked out of an original at one of its sizes, in place of what is there. */
export async function storeWorkedOut(
  { hash, size, blob }: { hash: string; size: { width: number; height: number }; blob: Blob },
  db: Database = database,
): Promise<void> {
  await db.transaction('rw', db.workedOut, async () => {
    await db.workedOut.put({
      id: `${hash}/${size.width}×${size.height}`,
      blob,
      bytes: blob.size,
      at: Date.now(),
    })
    const oldestFirst = await db.workedOut.orderBy('at').toArray()
    let over = oldestFirst.reduce((sum, { bytes }) => sum + bytes, 0) - KEPT_BYTES
    for (const { id, bytes } of oldestFirst.slice(0, -1)) {
      if (over <= 0) break
      await db.workedOut.delete(id)
      over -= bytes
    }
  })
}

/** What was worked out of an original, by its sizes. */
export const workedOutOf = async (hash: string, db: Database = database): Promise<Blob[]> =>
  (await db.workedOut.where('id').startsWith(`${hash}/`).toArray()).map(({ blob }) => blob)
