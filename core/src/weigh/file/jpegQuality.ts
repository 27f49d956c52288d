/** Quantisation of brightness that quality 50 stands for, in zigzag order (ITU-T T.81, annex K, table K.1). */
const TABLE = [
  16, 11, 12, 14, 12, 10, 16, 14, 13, 14, 18, 17, 16, 19, 24, 40, 26, 24, 22, 22, 24, 49, 35, 37,
  29, 40, 58, 51, 61, 60, 57, 51, 56, 55, 64, 72, 92, 78, 64, 68, 87, 69, 55, 56, 80, 109, 81, 87,
  95, 98, 103, 104, 103, 62, 77, 113, 121, 112, 100, 120, 92, 101, 103, 99,
]
const DQT = 0xdb
const SOS = 0xda

/**
 * The quality, in per cent, whose tables come nearest to those of a JPEG: what an encoder of the usual scale was set to.
 * Null where the file has no table of brightness.
 */
export function jpegQuality(bytes: Uint8Array): number | null {
  const table = brightnessTable(bytes)
  if (!table) return null
  let [best, least] = [1, Infinity]
  for (let quality = 1; quality <= 100; quality++) {
    const off = scaled(quality).reduce((sum, value, i) => sum + Math.abs(value - table[i]!), 0)
    if (off <= least) [best, least] = [quality, off]
  }
  return best
}

/** The table at a quality, as the Independent JPEG Group's library scales it. */
function scaled(quality: number): number[] {
  const percent = quality < 50 ? 5000 / quality : 200 - 2 * quality
  return TABLE.map((value) => Math.min(255, Math.max(1, Math.floor((value * percent + 50) / 100))))
}

function brightnessTable(bytes: Uint8Array): readonly number[] | null {
  let at = 2
  while (at + 4 <= bytes.length && bytes[at] === 0xff && bytes[at + 1] !== SOS) {
    const end = at + 2 + ((bytes[at + 2]! << 8) | bytes[at + 3]!)
    if (bytes[at + 1] === DQT)
      for (let p = at + 4; p < end;) {
        const isWide = bytes[p]! >> 4 !== 0
        const id = bytes[p]! & 15
        const length = isWide ? 128 : 64
        if (p + 1 + length > bytes.length) return null
        if (id === 0)
          return Array.from({ length: 64 }, (_, i) =>
            isWide ? (bytes[p + 1 + 2 * i]! << 8) | bytes[p + 2 + 2 * i]! : bytes[p + 1 + i]!,
          )
        p += 1 + length
      }
    at = end
  }
  return null
}
