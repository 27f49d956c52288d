import { fittingWords, hasWords, readCredit, withFileWords, type FileWords } from '../../codec'
import type { FileHash } from '../rows'
import type { DeliveryFile } from './planDelivery'

/** A file as it left. */
export interface LeftFile {
  readonly file: DeliveryFile
  readonly bytes: number
  readonly sha256: FileHash
  /** What was written into it; null where nothing was. */
  readonly words: FileWords | null
  /** Whether the words were longer than its format can hold, and were cut. */
  readonly isCut: boolean
}

/** Enough of a photograph to hold what its camera wrote. */
export const CREDIT_HEAD_BYTES = 512_000

/** The most that a file may weigh as it leaves, in bytes. */
export const leavingLimit = ({ destination: { placement, outlet } }: DeliveryFile): number =>
  Math.min(placement.limitBytes ?? Infinity, outlet?.rules.limitBytes ?? Infinity)

/**
 * What is written into a file as it leaves; null for nothing. Who made the photograph and holds its rights is its
 * camera's to say where the brief says nothing.
 *
 * @param readHead the first `CREDIT_HEAD_BYTES` of the photograph; null where it is not to be had.
 */
export async function leavingWords(
  { words, rendition }: Pick<DeliveryFile, 'words' | 'rendition'>,
  readHead: () => Promise<Uint8Array | null>,
): Promise<{ readonly words: FileWords; readonly isCut: boolean } | null> {
  if (!words) return null
  const isWhole = words.creator !== '' && words.rights !== ''
  const head = isWhole ? null : await readHead()
  const camera = head ? await readCredit(head) : { creator: '', rights: '' }
  const whole = {
    ...words,
    creator: words.creator || camera.creator,
    rights: words.rights || camera.rights,
  }
  if (!hasWords(whole)) return null
  const fitting = fittingWords(whole, rendition.format)
  return { words: fitting, isCut: fitting !== whole }
}

/**
 * A finished file with words written into it; null where its format takes none, or they would push it over its
 * limit: then it stays as it was made.
 */
export function withLeavingWords(
  made: Uint8Array,
  file: DeliveryFile,
  words: FileWords,
): Uint8Array | null {
  const written = withFileWords(made, file.rendition.format, words)
  return written && written.length <= leavingLimit(file) ? written : null
}
