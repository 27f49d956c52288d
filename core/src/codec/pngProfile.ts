import { zlibSync } from 'fflate'
import { withPngChunk } from './pngChunk'

/**
 * A PNG that says by which ICC profile its colours are to be read: an iCCP chunk behind the header
 * (ISO/IEC 15948, 11.3.2.3). The pixels are untouched.
 *
 * @param png a freshly encoded PNG without colour chunks.
 * @param profile an ICC profile.
 */
export function withPngProfile(png: Uint8Array, profile: Uint8Array): Uint8Array {
  const name = letters('profile')
  return withPngChunk(png, 'iCCP', Uint8Array.from([...name, 0, 0, ...zlibSync(profile)]))
}

const letters = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0))

/** The ICC profile in the colour box of an ISO base media file; null where there is none. */
export function heifProfile(bytes: Uint8Array): Uint8Array | null {
  const wanted = letters('colrprof')
  for (let i = 4; i + 8 < bytes.length; i++) {
    if (!wanted.every((letter, k) => bytes[i + k] === letter)) continue
    const size = new DataView(bytes.buffer, bytes.byteOffset).getUint32(i - 4)
    return size > 12 && i - 4 + size <= bytes.length ? bytes.slice(i + 8, i - 4 + size) : null
  }
  return null
}
