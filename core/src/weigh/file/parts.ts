import type { FileType } from '../../codec'

/** A run of bytes of a file, from `from` up to `to`. */
export interface FilePart {
  readonly from: number
  readonly to: number
  /** Whether the picture looks the same without it. */
  readonly isBallast: boolean
}

/**
 * The parts that a file is made of, as far as it says so: segments of a JPEG (ITU-T T.81, annex B), chunks of a PNG
 * (ISO/IEC 15948, clause 5) or a WebP (RFC 9649). What is not understood is one part, and no ballast.
 */
export function partsOf(bytes: Uint8Array, type: FileType): readonly FilePart[] {
  if (type === 'jpeg') return jpegParts(bytes)
  if (type === 'png') return pngParts(bytes)
  if (type === 'webp') return webpParts(bytes)
  return [{ from: 0, to: bytes.length, isBallast: false }]
}

const [SOI, SOS, APP0, APP1, APP2, APP14, APP15, COMMENT] = [
  0xd8, 0xda, 0xe0, 0xe1, 0xe2, 0xee, 0xef, 0xfe,
]

function jpegParts(bytes: Uint8Array): FilePart[] {
  const parts: FilePart[] = [{ from: 0, to: 2, isBallast: false }]
  if (bytes[1] !== SOI) return whole(bytes)
  let at = 2
  while (at + 4 <= bytes.length && bytes[at] === 0xff && bytes[at + 1] !== SOS) {
    const marker = bytes[at + 1]!
    const to = at + 2 + ((bytes[at + 2]! << 8) | bytes[at + 3]!)
    if (to > bytes.length) break
    parts.push({ from: at, to, isBallast: isJpegBallast(bytes.subarray(at, to), marker) })
    at = to
  }
  const end = endOfJpeg(bytes)
  parts.push({ from: at, to: end, isBallast: false })
  // Previews and videos that some cameras hang on behind the picture.
  if (end < bytes.length) parts.push({ from: end, to: bytes.length, isBallast: true })
  return parts
}

/** How colours are meant stays: JFIF, profiles, the transform of Adobe's segment, and which way up. */
function isJpegBallast(segment: Uint8Array, marker: number): boolean {
  if (marker === COMMENT) return true
  if (marker < APP0 || marker > APP15) return false
  if (marker === APP0 && begins(segment, 'JFIF')) return false
  if (marker === APP2 && begins(segment, 'ICC_PROFILE')) return false
  if (marker === APP1 && begins(segment, 'Exif')) return !isTurned(segment)
  return marker !== APP14
}

const begins = (segment: Uint8Array, word: string): boolean =>
  [...word].every((letter, i) => segment[4 + i] === letter.charCodeAt(0))

/** Whether an EXIF segment says that the picture is to be turned (tag 274). */
function isTurned(segment: Uint8Array): boolean {
  const tiff = 10
  if (segment.length < tiff + 14) return false
  const view = new DataView(segment.buffer, segment.byteOffset, segment.byteLength)
  const little = view.getUint16(tiff) === 0x4949
  const entries = tiff + view.getUint32(tiff + 4, little)
  if (entries + 2 > segment.length) return false
  const count = view.getUint16(entries, little)
  for (let i = 0, at = entries + 2; i < count && at + 12 <= segment.length; i++, at += 12)
    if (view.getUint16(at, little) === 274) return view.getUint16(at + 8, little) > 1
  return false
}

/** Where the picture ends: behind its last end-of-image marker that is no part of what hangs on. */
function endOfJpeg(bytes: Uint8Array): number {
  // In the coded data 0xFF is followed by 0 or a restart marker; the first that is neither ends a scan.
  for (let i = scanStart(bytes); i + 1 < bytes.length; i++) {
    if (bytes[i] !== 0xff) continue
    const next = bytes[i + 1]!
    if (next === 0xd9) return i + 2
    if (next === 0 || next === 0xff || (next >= 0xd0 && next <= 0xd7)) continue
    // Another scan of a progressive file, or tables before it.
    const length = ((bytes[i + 2] ?? 0) << 8) | (bytes[i + 3] ?? 0)
    i += 1 + length
  }
  return bytes.length
}

function scanStart(bytes: Uint8Array): number {
  let at = 2
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const length = (bytes[at + 2]! << 8) | bytes[at + 3]!
    if (bytes[at + 1] === SOS) return at + 2 + length
    at += 2 + length
  }
  return bytes.length
}

/** Chunks of a PNG without which it looks the same. */
const PNG_BALLAST = new Set([
  'tEXt',
  'zTXt',
  'iTXt',
  'eXIf',
  'tIME',
  'bKGD',
  'hIST',
  'sPLT',
  'caBX',
])

function pngParts(bytes: Uint8Array): FilePart[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const parts: FilePart[] = [{ from: 0, to: 8, isBallast: false }]
  let at = 8
  while (at + 12 <= bytes.length) {
    const to = at + 12 + view.getUint32(at)
    if (to > bytes.length) break
    const name = nameAt(bytes, at + 4)
    parts.push({ from: at, to, isBallast: PNG_BALLAST.has(name) })
    at = to
    if (name === 'IEND') break
  }
  if (at < bytes.length) parts.push({ from: at, to: bytes.length, isBallast: true })
  return parts
}

const WEBP_BALLAST = new Set(['EXIF', 'XMP '])

function webpParts(bytes: Uint8Array): FilePart[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const parts: FilePart[] = [{ from: 0, to: 12, isBallast: false }]
  let at = 12
  while (at + 8 <= bytes.length) {
    const length = view.getUint32(at + 4, true)
    const to = Math.min(bytes.length, at + 8 + length + (length & 1))
    parts.push({ from: at, to, isBallast: WEBP_BALLAST.has(nameAt(bytes, at)) })
    at = to
  }
  if (at < bytes.length) parts.push({ from: at, to: bytes.length, isBallast: false })
  return parts
}

const nameAt = (bytes: Uint8Array, at: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + 4))

const whole = (bytes: Uint8Array): FilePart[] => [{ from: 0, to: bytes.length, isBallast: false }]
