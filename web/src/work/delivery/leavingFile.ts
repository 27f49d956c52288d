import {
  CREDIT_HEAD_BYTES,
  leavingWords,
  withLeavingWords,
  type DeliveryFile,
  type LeftFile,
} from '@cloudbank/core/shoot'
import { sha256 } from '@cloudbank/hosts/pool'
import { FileHash, type Database } from '../../data'
import { strings } from '../strings'

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
  const { path, rendition, shot } = file
  const row = await db.contents.get(rendition.fileHash)
  if (!row) throw new Error(strings.isMissingFromThisBrowser(path))
  const asIs = {
    blob: row.blob,
    left: { file, bytes: rendition.bytes, sha256: rendition.fileHash, words: null, isCut: false },
  }
  const leaving = await leavingWords(file, async () => {
    const original = await db.originals.get(shot.originalHash)
    const head = await original?.blob.slice(0, CREDIT_HEAD_BYTES).arrayBuffer()
    return head ? new Uint8Array(head) : null
  })
  if (!leaving) return asIs
  const { words, isCut } = leaving
  const written = withLeavingWords(new Uint8Array(await row.blob.arrayBuffer()), file, words)
  if (!written) return asIs
  const made = written as Uint8Array<ArrayBuffer> // made here, never shared
  const hash = FileHash.parse(await sha256(made))
  return { blob: new Blob([made]), left: { file, bytes: made.length, sha256: hash, words, isCut } }
}
