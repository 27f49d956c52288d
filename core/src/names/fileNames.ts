import { strToU8 } from 'fflate'

/** Bytes that a stem may have: file systems take 255 with the extension, and a number may be added. */
const MAX_BYTES = 200

/**
 * What no file system takes in a name, or what hides what a name is: / \ : * ? " < > |, control characters,
 * and marks that turn the direction of writing or have no width.
 */
const REFUSED =
  // eslint-disable-next-line no-control-regex -- control characters are the point
  /[/\\:*?"<>|\u0000-\u001f\u007f-\u009f\u061c\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\ufeff]/gu

/** Names that mean devices on some systems, whatever their extension. */
const RESERVED = /^(con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])(\..*)?$/i

/** A file name without its extension. */
export const stemOf = (fileName: string): string => fileName.replace(/\.[^./\\]{1,5}$/, '')

/**
 * A stem that every file system takes and every person reads as it is: composed (NFC), without what is
 * refused, not reserved, no dot or space at either end, at most `MAX_BYTES` of UTF-8.
 */
export function safeStem(stem: string): string {
  const plain = trimmed(
    stem
      .normalize('NFC')
      .replace(REFUSED, '_')
      .replace(/\p{Surrogate}/gu, '\ufffd'),
  )
  const short = trimmed(shortened(plain))
  if (short === '') return 'photograph'
  return RESERVED.test(short) ? `_${short}` : short
}

const trimmed = (name: string): string => name.replace(/^[\s.]+|[\s.]+$/g, '')

function shortened(name: string): string {
  let bytes = 0
  let short = ''
  for (const letter of name) {
    bytes += strToU8(letter).length
    if (bytes > MAX_BYTES) return short
    short += letter
  }
  return short
}

/** What two names have in common that a file system may take for one. */
const folded = (name: string): string => name.normalize('NFKC').toLowerCase().toUpperCase()

/**
 * Safe stems, one for each, no two of which any file system takes for the same: later ones get numbers.
 */
export function uniqueStems(stems: readonly string[]): string[] {
  const taken = new Set<string>()
  /** The next number of each name that came twice: thousands of the same do not try all before them. */
  const next = new Map<string, number>()
  return stems.map((stem) => {
    const safe = safeStem(stem)
    const key = folded(safe)
    let name = safe
    let n = next.get(key) ?? 2
    for (; taken.has(folded(name)); n++) name = `${safe}-${n}`
    next.set(key, n)
    taken.add(folded(name))
    return name
  })
}
