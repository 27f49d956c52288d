import { zlibSync } from 'fflate'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { FileError } from './fileError'
import { assertTiffBounds, assertTiffIsPlain } from './tiffBounds'
import { readTiffHead } from './tiffHead'
import { tiffOf } from './tiff.testing'

const problemOf = (check: () => void): string => {
  try {
    check()
    return 'none'
  } catch (error) {
    return error instanceof FileError ? error.message : `not a FileError: ${String(error)}`
  }
}
const boundsOf = (bytes: Uint8Array): string =>
  problemOf(() => assertTiffBounds(readTiffHead(bytes), bytes))

const picture = sharp({
  create: {
    width: 70,
    height: 50,
    channels: 3,
    background: '#888',
    noise: { type: 'gaussian', mean: 128, sigma: 60 },
  },
})

describe('the head of a TIFF', () => {
  test.each(['none', 'lzw', 'deflate'] as const)(
    'with %s strips says what is in it',
    async (compression) => {
      const bytes = await picture.clone().tiff({ compression }).toBuffer()
      expect(readTiffHead(bytes)).toMatchObject({
        width: 70,
        height: 50,
        bitsPerSample: 8,
        samplesPerPixel: 3,
        photometric: 2,
        tiled: false,
        planar: false,
      })
      expect(boundsOf(bytes)).toBe('none')
      expect(problemOf(() => assertTiffIsPlain(readTiffHead(bytes)))).toBe('none')
    },
  )

  test('that leads out of the file is damaged', async () => {
    const bytes = await picture.clone().tiff().toBuffer()
    new DataView(bytes.buffer, bytes.byteOffset).setUint32(4, 0x7fffffff, true)
    expect(problemOf(() => readTiffHead(bytes))).toMatch(/damaged/)
  })
})

describe('what is not decoded is called by its name', () => {
  const strips = [new Uint8Array(12)]
  test.each([
    [{ compression: 7 }, /TIFF with JPEG inside/],
    [{ compression: 32773 }, /PackBits/],
    [{ photometric: 5, samplesPerPixel: 4 }, /CMYK TIFF; save it in RGB/],
    [{ bitsPerSample: 32, sampleFormat: 3 }, /floating-point TIFF/],
    [{ planar: 2 }, /TIFF in planes/],
  ])('%o', (change, words) => {
    const bytes = tiffOf({ width: 2, height: 2, strips, ...change })
    expect(problemOf(() => assertTiffIsPlain(readTiffHead(bytes)))).toMatch(words)
  })
})

/** An LZW strip (TIFF 6.0, section 13) of one code repeated: each entry of its table is one longer. */
function lzwOfGrowingRuns(codes: number): Uint8Array {
  const bits: number[] = []
  let width = 9
  let next = 258
  const put = (code: number): void => {
    for (let i = width - 1; i >= 0; i--) bits.push((code >> i) & 1)
  }
  put(256)
  put(0)
  for (let i = 1; i < codes; i++) {
    put(next < 4095 ? next : 4094)
    if (next < 4095) next++
    if (next + 1 >= 1 << width && width < 12) width++
  }
  put(257)
  const bytes = new Uint8Array(Math.ceil(bits.length / 8))
  bits.forEach((bit, i) => {
    bytes[i >> 3]! |= bit << (7 - (i & 7))
  })
  return bytes
}

describe('strips that expand to more than the picture', () => {
  const bomb = (compression: number, strip: Uint8Array) =>
    tiffOf({ width: 64, height: 64, compression, strips: [strip] })

  test('deflated are told before they are expanded', () => {
    const zeros = zlibSync(new Uint8Array(50_000_000), { level: 9 })
    expect(zeros.length).toBeLessThan(60_000)
    expect(boundsOf(bomb(8, zeros))).toMatch(/far more data than its pixels need/)
  })

  test('packed by LZW are told by the lengths of their runs', () => {
    const strip = lzwOfGrowingRuns(3000)
    expect(strip.length).toBeLessThan(5000)
    expect(boundsOf(bomb(5, strip))).toMatch(/far more data/)
    expect(boundsOf(bomb(5, lzwOfGrowingRuns(100)))).toBe('none')
  })

  test('of many strips are each bounded by their rows', () => {
    const row = zlibSync(new Uint8Array(64 * 3))
    const fine = { width: 64, height: 64, compression: 8, rowsPerStrip: 1 }
    const strips = Array.from({ length: 64 }, () => row)
    expect(boundsOf(tiffOf({ ...fine, strips }))).toBe('none')
    const big = zlibSync(new Uint8Array(64 * 3 * 20))
    expect(boundsOf(tiffOf({ ...fine, strips: [...strips.slice(1), big] }))).toMatch(
      /far more data/,
    )
  })

  test('by lying over each other are told by their lengths', () => {
    const strips = Array.from({ length: 64 }, () => zlibSync(new Uint8Array(64 * 3)))
    const bytes = tiffOf({ width: 64, height: 64, compression: 8, rowsPerStrip: 1, strips })
    const head = readTiffHead(bytes)
    const [first] = head.strips
    const all = { offset: first!.offset, bytes: bytes.length - first!.offset }
    const folded = { ...head, strips: head.strips.map(() => all) }
    expect(problemOf(() => assertTiffBounds(folded, bytes))).toMatch(/far more data/)
  })

  test('that lie outside of the file are cut short', () => {
    const bytes = tiffOf({ width: 64, height: 64, strips: [new Uint8Array(64 * 64 * 3)] })
    expect(boundsOf(bytes.subarray(0, 4000))).toMatch(/cut short after 4,000 bytes/)
  })
})
