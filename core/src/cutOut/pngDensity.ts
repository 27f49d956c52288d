/** A PNG that says its density: a pHYs chunk behind the header (PNG, 3rd edition, 11.3.4.3). */
export function withPngDensity(png: Uint8Array, dpi: number): Uint8Array {
  const behindHeader = 8 + 25
  const chunk = new Uint8Array(21)
  const view = new DataView(chunk.buffer)
  const perMetre = Math.round(dpi / 0.0254)
  view.setUint32(0, 9)
  chunk.set([0x70, 0x48, 0x59, 0x73], 4)
  view.setUint32(8, perMetre)
  view.setUint32(12, perMetre)
  chunk[16] = 1
  view.setUint32(17, crc32(chunk.subarray(4, 17)))
  const result = new Uint8Array(png.length + chunk.length)
  result.set(png.subarray(0, behindHeader))
  result.set(chunk, behindHeader)
  result.set(png.subarray(behindHeader), behindHeader + chunk.length)
  return result
}

/** ISO 3309, as PNG has it. */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff
  for (const byte of bytes) {
    crc ^= byte
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0)
  }
  return (crc ^ 0xffffffff) >>> 0
}
