import { FileError } from './fileError'
import { LIMITS } from './limits'

/** What the first page of a TIFF says about itself (TIFF 6.0, sections 2, 8 and 15). */
export interface TiffHead {
  readonly width: number
  readonly height: number
  readonly bitsPerSample: number
  readonly samplesPerPixel: number
  readonly compression: number
  /** 0 and 1 grey, 2 RGB, 3 palette, 5 CMYK, 6 YCbCr. */
  readonly photometric: number
  /** As EXIF has it, 1…8. */
  readonly orientation: number
  /** Where the value of the orientation lies in the file; null where the file gives none. */
  readonly orientationAt: number | null
  readonly rowsPerStrip: number
  readonly tiled: boolean
  /** Whether each channel lies in planes of its own. */
  readonly planar: boolean
  /** 1 whole numbers, 3 floating point. */
  readonly sampleFormat: number
  /** Compressed parts of the picture. */
  readonly strips: readonly { readonly offset: number; readonly bytes: number }[]
}

const TAG = {
  width: 256,
  height: 257,
  bitsPerSample: 258,
  compression: 259,
  photometric: 262,
  stripOffsets: 273,
  orientation: 274,
  samplesPerPixel: 277,
  rowsPerStrip: 278,
  stripByteCounts: 279,
  planar: 284,
  tileOffsets: 324,
  tileByteCounts: 325,
  sampleFormat: 339,
} as const

const WANTED: ReadonlySet<number> = new Set(Object.values(TAG))

/** Bytes of a value by its type: byte, ASCII, short, long. */
const SIZE_OF: Readonly<Record<number, 1 | 2 | 4>> = { 1: 1, 3: 2, 4: 4 }
/** A picture of a pixel a strip has at most this many. */
const MAX_VALUES = LIMITS.maxSidePx

/**
 * Reads the first page's head of a TIFF.
 *
 * @throws FileError `damaged` when it leads outside of the file or says nothing of a picture.
 */
export function readTiffHead(bytes: Uint8Array): TiffHead {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  try {
    return readHead(view)
  } catch (error) {
    if (error instanceof FileError) throw error
    throw new FileError({ code: 'damaged' }, { cause: error })
  }
}

interface Entry {
  readonly values: readonly number[]
  /** Where the first value lies. */
  readonly at: number
}

function readHead(view: DataView): TiffHead {
  const little = view.getUint16(0) === 0x4949
  const start = view.getUint32(4, little)
  const count = view.getUint16(start, little)
  const entries = new Map<number, Entry>()
  for (let i = 0; i < count; i++) {
    const at = start + 2 + i * 12
    const tag = view.getUint16(at, little)
    // Only what is needed, and once: a file may claim any number of entries of any length.
    if (!WANTED.has(tag) || entries.has(tag)) continue
    const entry = readEntry(view, at, little)
    if (entry) entries.set(tag, entry)
  }
  const all = (tag: number): readonly number[] => entries.get(tag)?.values ?? []
  const one = (tag: number, otherwise: number): number => all(tag)[0] ?? otherwise
  const width = one(TAG.width, 0)
  const height = one(TAG.height, 0)
  if (width === 0 || height === 0) throw new FileError({ code: 'damaged' })
  const tiled = entries.has(TAG.tileOffsets)
  const offsets = all(tiled ? TAG.tileOffsets : TAG.stripOffsets)
  const counts = all(tiled ? TAG.tileByteCounts : TAG.stripByteCounts)
  return {
    width,
    height,
    bitsPerSample: one(TAG.bitsPerSample, 1),
    samplesPerPixel: one(TAG.samplesPerPixel, 1),
    compression: one(TAG.compression, 1),
    photometric: one(TAG.photometric, 1),
    orientation: one(TAG.orientation, 1),
    orientationAt: entries.get(TAG.orientation)?.at ?? null,
    rowsPerStrip: Math.min(height, one(TAG.rowsPerStrip, height)),
    tiled,
    planar: one(TAG.planar, 1) === 2,
    sampleFormat: one(TAG.sampleFormat, 1),
    strips: offsets.map((offset, i) => ({
      offset,
      bytes: counts[i] ?? Math.max(0, view.byteLength - offset),
    })),
  }
}

/** An entry's whole numbers; null where it holds something else. */
function readEntry(view: DataView, entryAt: number, little: boolean): Entry | null {
  const size = SIZE_OF[view.getUint16(entryAt + 2, little)]
  const count = view.getUint32(entryAt + 4, little)
  if (!size || count > MAX_VALUES) return null
  const at = size * count <= 4 ? entryAt + 8 : view.getUint32(entryAt + 8, little)
  const values: number[] = []
  for (let i = 0; i < count; i++) {
    const from = at + i * size
    values.push(
      size === 1
        ? view.getUint8(from)
        : size === 2
          ? view.getUint16(from, little)
          : view.getUint32(from, little),
    )
  }
  return { values, at }
}
