import { hasWords, readCredit, withFileWords, type FileWords } from '@cloudbank/core/codec'
import type { Database, FileHash } from '../../data'
import { hashOf } from '../hashOf'
import type { DeliveryFile } from './planDelivery'

/** A file as it leaves. */
export interface LeftFile {
  readonly file: DeliveryFile
  readonly bytes: number
  readonly sha256: FileHash
  /** What was written into it; null where nothing was. */
  readonly words: FileWords | null
}

/** Enough of a photograph to hold what its camera wrote. */
const HEAD_BYTES = 512_000

/**
 * A rendition with the words that are asked for written into it. It stays as it was made where none are, where
 * its format takes none, and where they would push it over its limit.
 *
 * @throws Error naming a file that is missing.
 */
export async function leavingFile(
  file: DeliveryFile,
  db: Database,
): Promise<{ blob: Blob; left: LeftFile }> {
  const { path, rendition, destination } = file
  const row = await db.contents.get(rendition.fileHash)
  if (!row) throw new Error(`${path} is missing from this browser; make it again`)
  const asIs = {
    blob: row.blob,
    left: { file, bytes: rendition.bytes, sha256: rendition.fileHash, words: null },
  }
  const words = await wordsFor(file, db)
  if (!words) return asIs
  const made = withFileWords(
    new Uint8Array(await row.blob.arrayBuffer()),
    rendition.format,
    words,
  ) as Uint8Array<ArrayBuffer> | null // made here, never shared
  const limit = Math.min(
    destination.placement.limitBytes ?? Infinity,
    destination.outlet?.rules.limitBytes ?? Infinity,
  )
  if (!made || made.length > limit) return asIs
  const left = { file, bytes: made.length, sha256: await hashOf(made), words }
  return { blob: new Blob([made]), left }
}

/** Who made the photograph and holds its rights is its camera's to say where the brief says nothing. */
async function wordsFor({ words, shot }: DeliveryFile, db: Database): Promise<FileWords | null> {
  if (!words) return null
  const original = await db.contents.get(shot.originalHash)
  const head = await original?.blob.slice(0, HEAD_BYTES).arrayBuffer()
  const own = head ? await readCredit(new Uint8Array(head)) : { creator: '', rights: '' }
  const whole = {
    ...words,
    creator: words.creator || own.creator,
    rights: words.rights || own.rights,
  }
  return hasWords(whole) ? whole : null
}
