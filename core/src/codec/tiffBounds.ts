import { Inflate } from 'fflate'
import { FileError } from './fileError'
import { LIMITS } from './limits'
import type { TiffHead } from './tiffHead'

const NONE = 1
const LZW = 5
const JPEG = [6, 7]
const DEFLATE = [8, 32946]
const PACK_BITS = 32773
const CMYK = 5
const YCBCR = 6

const unsupported = (type: string, hint?: string): FileError =>
  new FileError({ code: 'unsupported', type, ...(hint ? { hint } : {}) })

const SAVE_PLAIN = 'save it as a TIFF with LZW or no compression'

/**
 * Refuses what the plain decoder cannot read, by name.
 *
 * @throws FileError `unsupported`.
 */
export function assertTiffIsPlain(head: TiffHead): void {
  const { compression, photometric, bitsPerSample, sampleFormat } = head
  if (JPEG.includes(compression)) throw unsupported('TIFF with JPEG inside', SAVE_PLAIN)
  if (![NONE, LZW, ...DEFLATE].includes(compression))
    throw unsupported(
      compression === PACK_BITS ? 'TIFF packed by PackBits' : `TIFF of compression ${compression}`,
      SAVE_PLAIN,
    )
  if (photometric === CMYK) throw unsupported('CMYK TIFF', 'save it in RGB')
  if (photometric === YCBCR) throw unsupported('YCbCr TIFF', 'save it in RGB')
  if (sampleFormat === 3 || (bitsPerSample !== 8 && bitsPerSample !== 16))
    throw unsupported(
      sampleFormat === 3 ? 'floating-point TIFF' : `${bitsPerSample}-bit TIFF`,
      'save it with 8 or 16 bits a channel',
    )
  if (head.planar) throw unsupported('TIFF in planes', 'save it with its channels together')
  if (head.tiled) throw unsupported('tiled TIFF', 'save it in strips')
}

/**
 * Refuses what would expand to more than its sides and depth ask for. Compressed strips are counted
 * through as they expand, and no further than they may.
 *
 * @throws FileError `cut-short` or `bomb`.
 */
export function assertTiffBounds(head: TiffHead, bytes: Uint8Array): void {
  const { compression, strips, tiled } = head
  if (strips.some(({ offset, bytes: length }) => offset + length > bytes.length))
    throw new FileError({ code: 'cut-short', bytes: bytes.length })
  // Strips that lie over each other make a small file a large one.
  const given = strips.reduce((sum, { bytes: length }) => sum + length, 0)
  if (given > bytes.length) throw new FileError({ code: 'bomb' })
  // Tiles have sides of their own; the decoders that read them bound each by those.
  if (tiled) return
  const most = stripBytes(head)
  for (const { offset, bytes: length } of strips) {
    const part = bytes.subarray(offset, offset + length)
    if (DEFLATE.includes(compression)) assertInflatesTo(part, most)
    else if (compression === LZW) assertUnpacksTo(part, most)
    else if (compression === NONE && length > most) throw new FileError({ code: 'bomb' })
  }
}

/** What one strip may expand to, in bytes. */
function stripBytes({ width, rowsPerStrip, samplesPerPixel, bitsPerSample }: TiffHead): number {
  const exact = width * rowsPerStrip * samplesPerPixel * (bitsPerSample / 8)
  return Math.ceil(exact * LIMITS.maxExpansion) + 64
}

/** Bytes of a compressed strip that are expanded at a time: what they can become stays small. */
const CHUNK_BYTES = 16_384

function assertInflatesTo(part: Uint8Array, most: number): void {
  let made = 0
  // A zlib stream is a deflate stream behind two bytes (RFC 1950).
  const inflate = new Inflate((chunk) => {
    made += chunk.length
    if (made > most) throw new FileError({ code: 'bomb' })
  })
  for (let at = 2; at < part.length; at += CHUNK_BYTES)
    try {
      inflate.push(part.subarray(at, at + CHUNK_BYTES), at + CHUNK_BYTES >= part.length)
    } catch (error) {
      throw error instanceof FileError
        ? error
        : new FileError({ code: 'damaged' }, { cause: error })
    }
}

const CLEAR = 256
const END = 257
const FIRST_FREE = 258
const MAX_CODES = 4096

/**
 * Counts what an LZW strip expands to: each code stands for a run whose length is known without the run
 * (TIFF 6.0, section 13; codes grow one entry early, as all writers have it).
 */
function assertUnpacksTo(part: Uint8Array, most: number): void {
  const lengths = new Uint32Array(MAX_CODES + 1)
  lengths.fill(1, 0, 256)
  let next = FIRST_FREE
  let width = 9
  let before = 0
  let made = 0
  let held = 0
  let bits = 0
  for (let at = 0; ;) {
    while (bits < width && at < part.length) {
      held = ((held << 8) | part[at++]!) & 0xffffff
      bits += 8
    }
    if (bits < width) return
    const code = (held >>> (bits - width)) & ((1 << width) - 1)
    bits -= width
    if (code === END) return
    if (code === CLEAR) {
      next = FIRST_FREE
      width = 9
      before = 0
      continue
    }
    const length = code < next ? lengths[code]! : before + 1
    if (before > 0 && next < MAX_CODES) lengths[next++] = before + 1
    if (next + 1 >= 1 << width && width < 12) width++
    made += length
    before = length
    if (made > most) throw new FileError({ code: 'bomb' })
  }
}
