import type { Format } from './formats'
import { joined } from './joined'
import { SRGB_PROFILE } from './srgbProfile'

/**
 * Says in a freshly encoded file that it is sRGB: a profile for JPEG and WebP, the sRGB chunk for
 * PNG. AVIF encoders are asked for it, and a TIFF is written with its profile. The pixels are untouched.
 */
export function tagSrgb(bytes: Uint8Array, format: Format): Uint8Array {
  switch (format) {
    case 'jpeg':
      return withJpegProfile(bytes)
    case 'png':
      return withPngChunk(bytes)
    case 'webp':
      return withWebpProfile(bytes)
    case 'avif':
    case 'tiff':
      return bytes
  }
}

const ascii = (s: string): number[] => [...s].map((letter) => letter.charCodeAt(0))

/** APP2 behind the start marker and APP0, as ICC.1:2010, B.4 has it. */
function withJpegProfile(bytes: Uint8Array): Uint8Array {
  const hasApp0 = bytes[2] === 0xff && bytes[3] === 0xe0
  const at = hasApp0 ? 4 + ((bytes[4]! << 8) | bytes[5]!) : 2
  const length = 2 + 14 + SRGB_PROFILE.length
  const head = [0xff, 0xe2, length >> 8, length & 255, ...ascii('ICC_PROFILE\0'), 1, 1]
  return joined([bytes.subarray(0, at), Uint8Array.from(head), SRGB_PROFILE, bytes.subarray(at)])
}

/** An sRGB chunk, perceptual intent, behind the header; its checksum is fixed. */
function withPngChunk(bytes: Uint8Array): Uint8Array {
  if (has(bytes, 'sRGB', 64)) return bytes
  const behindHeader = 8 + 25
  const chunk = [0, 0, 0, 1, ...ascii('sRGB'), 0, 0xae, 0xce, 0x1c, 0xe9]
  return joined([
    bytes.subarray(0, behindHeader),
    Uint8Array.from(chunk),
    bytes.subarray(behindHeader),
  ])
}

/** An extended header and an ICCP chunk in front of the picture's own chunks. */
function withWebpProfile(bytes: Uint8Array): Uint8Array {
  const chunks = bytes.subarray(12)
  const extended = has(chunks, 'VP8X', 4)
  if (has(chunks, 'ICCP', 64)) return bytes
  const padded = SRGB_PROFILE.length + (SRGB_PROFILE.length & 1)
  const profile = new Uint8Array(8 + padded)
  profile.set([...ascii('ICCP'), ...littleEndian32(SRGB_PROFILE.length)])
  profile.set(SRGB_PROFILE, 8)
  const header = extended ? chunks.slice(0, 18) : webpHeader(chunks)
  header[8]! |= 0x20
  const rest = extended ? chunks.subarray(18) : chunks
  const body = 4 + header.length + profile.length + rest.length
  const riff = Uint8Array.from([...ascii('RIFF'), ...littleEndian32(body), ...ascii('WEBP')])
  return joined([riff, header, profile, rest])
}

/** A VP8X header for a simple file; sides are read from its VP8 or VP8L chunk (RFC 9649). */
function webpHeader(chunks: Uint8Array): Uint8Array {
  const data = chunks.subarray(8)
  const lossless = has(chunks, 'VP8L', 4)
  const bits = lossless ? data[1]! | (data[2]! << 8) | (data[3]! << 16) | (data[4]! << 24) : 0
  const width = lossless ? (bits & 0x3fff) + 1 : (data[6]! | (data[7]! << 8)) & 0x3fff
  const height = lossless ? ((bits >> 14) & 0x3fff) + 1 : (data[8]! | (data[9]! << 8)) & 0x3fff
  const alpha = lossless && (bits >>> 28) & 1 ? 0x10 : 0
  const sides = [width - 1, height - 1].flatMap((n) => [n & 255, (n >> 8) & 255, (n >> 16) & 255])
  return Uint8Array.from([...ascii('VP8X'), ...littleEndian32(10), alpha, 0, 0, 0, ...sides])
}

const littleEndian32 = (n: number): number[] => [
  n & 255,
  (n >> 8) & 255,
  (n >> 16) & 255,
  (n >>> 24) & 255,
]

/** Whether four letters occur in the first bytes. */
function has(bytes: Uint8Array, letters: string, within: number): boolean {
  const pattern = ascii(letters)
  for (let i = 0; i + 4 <= Math.min(bytes.length, within); i++)
    if (pattern.every((byte, k) => bytes[i + k] === byte)) return true
  return false
}
