import { FileError, LIMITS } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { isPossible } from '@cloudbank/core/shoot'
import type { FileEntry } from '@zip.js/zip.js'
import type { Arrival, Database } from '../../data'
import { isNoRoom } from '../../notices'
import { doneUnpacking, sayUnpacking } from '../unpacking'
import { blobOf, loadZip, TooLongError } from '../zip'
import { isHidden, sniff } from './sniff'
import { arrivalOf } from './takeIn'
import { strings } from '../strings'

/** What a zip may hold. */
export const ZIP_LIMITS = {
  entries: 20_000,
  /** Of all entries together, unpacked. */
  bytes: 50_000_000_000,
} as const

/**
 * Takes the entries out of a zip, one after the other, and puts each in line; what has been taken out is
 * remembered with it, so that a reload goes on behind it. An entry that is damaged, locked or too large is
 * named, and the others are taken.
 *
 * @throws CancelledError once the signal is aborted; an error of the database, when it is full.
 */
export async function unpackZip(
  arrival: Arrival,
  signal: AbortSignal,
  db: Database,
): Promise<void> {
  const { BlobReader, ZipReader } = await loadZip()
  // An entry with an unsafe name is refused by itself, below.
  const reader = new ZipReader(new BlobReader(arrival.blob), { filenameValidation: 'tolerant' })
  const pattern = (await db.shoots.get(arrival.shootId))?.namePattern ?? undefined
  let opened = 0
  let bytes = 0
  let packed = 0
  try {
    for await (const entry of reader.getEntriesGenerator()) {
      if (signal.aborted) throw new CancelledError()
      opened++
      sayUnpacking({ name: arrival.fileName, of: 'entries', done: opened, total: null })
      bytes += entry.uncompressedSize
      packed += entry.compressedSize
      if (opened <= arrival.opened || entry.directory) continue
      const isUnsafe = UNSAFE.test(entry.filename)
      if (!isUnsafe && isHidden(entry.filename)) continue
      if (opened > ZIP_LIMITS.entries || bytes > ZIP_LIMITS.bytes) {
        await refuse(arrival, arrival.fileName, TOO_MUCH, db)
        break
      }
      if (packed > arrival.blob.size) {
        await refuse(arrival, arrival.fileName, strings.entriesOverlap, db)
        break
      }
      const name = entry.filename.split('/').at(-1) ?? entry.filename
      const read = isUnsafe
        ? UNSAFE_NAME
        : entry.encrypted
          ? LOCKED
          : await readEntry(entry, signal)
      // What it said of its length may have been too little.
      if (typeof read !== 'string') bytes += Math.max(0, read.size - entry.uncompressedSize)
      const put =
        typeof read === 'string'
          ? () => refuse(arrival, `${arrival.fileName}: ${entry.filename}`, read, db)
          : await placeFor(arrival, name, read, opened, pattern, db)
      // Both or neither: an entry that came twice would be named twice.
      await db.transaction('rw', db.arrivals, db.refusals, db.productTables, async () => {
        // It may have been taken out of the line meanwhile.
        if (!(await db.arrivals.get(arrival.id!))) throw new CancelledError()
        await put()
        await db.arrivals.update(arrival.id!, { opened })
      })
    }
  } catch (error) {
    if (error instanceof CancelledError || isNoRoom(error)) throw error
    const why = error instanceof Error ? error.message.toLowerCase() : String(error)
    await refuse(arrival, arrival.fileName, strings.damagedZip(why), db)
  } finally {
    doneUnpacking()
    await reader.close()
  }
  await db.arrivals.delete(arrival.id!)
}

/** A path that leads out of the zip: to a parent folder, from the root, to a drive. */
const UNSAFE = /(^|[\\/])\.\.([\\/]|$)|^[\\/]|^[a-z]:/i

const UNSAFE_NAME = strings.unsafeName
const LOCKED = strings.lockedByPasswordUnpackIt
const DAMAGED = strings.damagedInZip
const TOO_MUCH = strings.holdsMoreThanOneShoot

/** An entry's bytes, or why it is not taken. */
async function readEntry(entry: FileEntry, signal: AbortSignal): Promise<Blob | string> {
  const { maxFileBytes: maxBytes } = LIMITS
  if (entry.uncompressedSize > maxBytes)
    return new FileError({ code: 'too-heavy', bytes: entry.uncompressedSize, maxBytes }).message
  if (!isPossible(entry)) return DAMAGED
  try {
    return await blobOf(entry, maxBytes, signal)
  } catch (error) {
    if (signal.aborted) throw new CancelledError()
    return error instanceof TooLongError ? new FileError({ code: 'bomb' }).message : DAMAGED
  }
}

const refuse = (
  { shootId }: Arrival,
  fileName: string,
  reason: string,
  db: Database,
): PromiseLike<unknown> => db.refusals.add({ shootId, fileName, reason, kind: 'refused' })

/** Looks at what an entry is; what is returned puts it where it belongs. */
async function placeFor(
  arrival: Arrival,
  fileName: string,
  blob: Blob,
  place: number,
  pattern: string | undefined,
  db: Database,
): Promise<() => PromiseLike<unknown>> {
  const { shootId } = arrival
  const kind = await sniff(fileName, blob)
  if (kind === 'zip' || kind === 'shoot')
    return () => refuse(arrival, `${arrival.fileName}: ${fileName}`, NESTED, db)
  if (kind === 'table') return () => db.productTables.add({ shootId, fileName, blob })
  const row = arrivalOf(shootId, { fileName, blob }, kind, arrival.order + place, pattern)
  return () => db.arrivals.add(row)
}

const NESTED = strings.zipWithinZipUnpackIt
