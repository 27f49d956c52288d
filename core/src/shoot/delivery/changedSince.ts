import type { FileWords } from '../../codec'
import type { DeliveryFile } from './planDelivery'

/** A file as it left. */
export interface SentFile {
  readonly path: string
  readonly fileHash: string
  readonly altText: string
  readonly words: FileWords | null
}

/**
 * The files that are not as they last left under their path: other pixels, other words, or never sent.
 *
 * @param deliveries the newest first.
 */
export function changedSince<
  File extends Pick<DeliveryFile, 'path' | 'rendition' | 'altText' | 'words'>,
>(files: readonly File[], deliveries: readonly { readonly files: readonly SentFile[] }[]): File[] {
  const last = new Map<string, SentFile>()
  for (const { files: sent } of deliveries)
    for (const file of sent) if (!last.has(file.path)) last.set(file.path, file)
  return files.filter(({ path, rendition, altText, words }) => {
    const sent = last.get(path)
    return (
      !sent ||
      sent.fileHash !== rendition.fileHash ||
      sent.altText !== altText ||
      wordsKey(sent.words) !== wordsKey(words)
    )
  })
}

/** What is written into a file, as one text; nothing and empty words are the same. */
const wordsKey = (words: FileWords | null): string =>
  words === null
    ? ''
    : [words.creator, words.rights, words.description, words.alt].join('\n').trim()
