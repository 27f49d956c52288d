import { zlibSync } from 'fflate'

const SIGNATURE_AND_HEADER = 8 + 25

/**
 * A PNG that says by which ICC profile its colours are to be read: an iCCP chunk behind the header
 * (ISO/IEC 15948, 11.3.2.3). The pixels are untouched.
 *
 * @param png a freshly encoded PNG without colour chunks.
 * @param profile an ICC profile.
 */
export function withPngProfile(png: Uint8Array, profile: Uint8Array): Uint8Array {
  const data = zlibSync(profile)
  const name = [...'profile'].map((letter) => letter.charCodeAt(0))
  const body = Uint8Array.from([
    ...[...'iCCP'].map((letter) => letter.charCodeAt(0)),
    ...name,
    0,
    0,
  ])
  const chunk = new Uint8Array(4 + body.length + data.length + 4)
  const view = new DataView(chunk.buffer)
  view.setUint32(0, body.length - 4 + data.length)
  chunk.set(body, 4)
  chunk.set(data, 4 + body.length)
  view.setUint32(chunk.length - 4, crc32(chunk.subarray(4, chunk.length - 4)))
  const result = new Uint8Array(png.length + chunk.length)
  result.set(png.subarray(0, SIGNATURE_AND_HEADER))
  result.set(chunk, SIGNATURE_AND_HEADER)
  result.set(png.subarray(SIGNATURE_AND_HEADER), SIGNATURE_AND_HEADER + chunk.length)
  return result
}

/** The checksum of PNG chunks (ISO/IEC 15948, annex D). */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff
  for (const byte of bytes) {
    crc ^= byte
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1
  }
  return (crc ^ 0xffffffff) >>> 0
}

/** The ICC profile in the colour box of an ISO base media file; null where there is none. */
export function heifProfile(bytes: Uint8Array): Uint8Array | null {
  const letters = [...'colrprof'].map((letter) => letter.charCodeAt(0))
  for (let i = 4; i + 8 < bytes.length; i++) {
    if (!letters.every((letter, k) => bytes[i + k] === letter)) continue
    const size = new DataView(bytes.buffer, bytes.byteOffset).getUint32(i - 4)
    return size > 12 && i - 4 + size <= bytes.length ? bytes.slice(i + 8, i - 4 + size) : null
  }
  return null
}
