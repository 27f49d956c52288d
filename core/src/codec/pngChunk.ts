const SIGNATURE = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10])
const SIGNATURE_AND_HEADER = 8 + 25

/** A PNG with one chunk more, behind its header (ISO/IEC 15948, 5.3). */
export function withPngChunk(png: Uint8Array, type: string, data: Uint8Array): Uint8Array {
  const chunk = chunkOf(type, data)
  const result = new Uint8Array(png.length + chunk.length)
  result.set(png.subarray(0, SIGNATURE_AND_HEADER))
  result.set(chunk, SIGNATURE_AND_HEADER)
  result.set(png.subarray(SIGNATURE_AND_HEADER), SIGNATURE_AND_HEADER + chunk.length)
  return result
}

/** A PNG of these chunks and the one that ends it. */
export function pngOf(chunks: readonly (readonly [type: string, data: Uint8Array])[]): Uint8Array {
  const made = [...chunks, ['IEND', new Uint8Array(0)] as const].map(([type, data]) =>
    chunkOf(type, data),
  )
  const png = new Uint8Array(made.reduce((sum, { length }) => sum + length, SIGNATURE.length))
  png.set(SIGNATURE)
  let at = SIGNATURE.length
  for (const chunk of made) {
    png.set(chunk, at)
    at += chunk.length
  }
  return png
}

function chunkOf(type: string, data: Uint8Array): Uint8Array {
  const chunk = new Uint8Array(12 + data.length)
  const view = new DataView(chunk.buffer)
  view.setUint32(0, data.length)
  chunk.set(
    [...type].map((letter) => letter.charCodeAt(0)),
    4,
  )
  chunk.set(data, 8)
  view.setUint32(8 + data.length, crc32(chunk.subarray(4, 8 + data.length)))
  return chunk
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
