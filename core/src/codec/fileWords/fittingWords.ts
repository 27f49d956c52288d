import type { Format } from '../formats'
import { JPEG_PACKET_NAME, xmpOf, type FileWords } from './xmp'

/** Bytes of a packet in a JPEG: a segment holds 65,535, its length and name among them (ISO 16684-3, 6.3). */
const MAX_JPEG_PACKET_BYTES = 0xffff - 2 - JPEG_PACKET_NAME.length

const ELLIPSIS = '…'
const FIELDS = ['creator', 'rights', 'description', 'alt'] as const

/**
 * Words as far as a file of a format can hold them: the longest are cut to one length, whole letters and an ellipsis,
 * the rest stay as they are. The same words where all fit.
 */
export function fittingWords(words: FileWords, format: Format): FileWords {
  const fits = (some: FileWords): boolean =>
    format !== 'jpeg' || new TextEncoder().encode(xmpOf(some)).length <= MAX_JPEG_PACKET_BYTES
  if (fits(words)) return words
  const letters = Object.fromEntries(FIELDS.map((field) => [field, [...words[field]]] as const))
  const cutTo = (most: number): FileWords => {
    const cut = (field: (typeof FIELDS)[number]): string => {
      const all = letters[field]!
      return all.length <= most ? words[field] : all.slice(0, most).join('') + ELLIPSIS
    }
    return {
      creator: cut('creator'),
      rights: cut('rights'),
      description: cut('description'),
      alt: cut('alt'),
    }
  }
  // The greatest length that fits, by halving.
  let [low, high] = [0, Math.max(...FIELDS.map((field) => letters[field]!.length))]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (fits(cutTo(middle))) low = middle
    else high = middle - 1
  }
  return cutTo(low)
}
