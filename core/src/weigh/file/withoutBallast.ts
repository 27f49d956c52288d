import type { FileType } from '../../codec'
import { joined } from '../../codec/joined'
import { partsOf } from './parts'

/** Bits of a WebP's extended header that promise chunks of EXIF and XMP (RFC 9649, 2.7). */
const PROMISED = 0b1100

/** Bytes of a file without which its picture looks the same: camera data, comments, previews, histories of edits. */
export const ballastBytes = (bytes: Uint8Array, type: FileType): number =>
  partsOf(bytes, type)
    .filter(({ isBallast }) => isBallast)
    .reduce((sum, { from, to }) => sum + to - from, 0)

/**
 * A file without its ballast. Its coded picture stays as it is, byte for byte, and so do its colour profile and which
 * way up it is.
 */
export function withoutBallast(bytes: Uint8Array, type: FileType): Uint8Array {
  const parts = partsOf(bytes, type)
  if (parts.every(({ isBallast }) => !isBallast)) return bytes
  const kept = joined(
    parts.filter(({ isBallast }) => !isBallast).map(({ from, to }) => bytes.subarray(from, to)),
  )
  if (type === 'webp') {
    new DataView(kept.buffer).setUint32(4, kept.length - 8, true)
    // The extended header, where there is one, comes first.
    if (kept[15] === 'X'.charCodeAt(0)) kept[20]! &= ~PROMISED
  }
  return kept
}
