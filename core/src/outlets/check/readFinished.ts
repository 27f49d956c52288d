import { densityOf, readFileFacts, type FileType } from '../../codec'
import { hexToBytes, type Box01, type HexColour, type Rgb, type SrgbRgba8 } from '../../raster'
import { borderOf, labOfBytes, type Border } from './borderOf'
import { productOf } from './productOf'

/** What a finished file is, read from its own bytes after decoding them again. */
export interface FinishedFile {
  readonly type: FileType
  readonly width: number
  readonly height: number
  readonly bytes: number
  readonly border: Border
  /** What stands out from the border's colour, as fractions; null where the border is of no one colour. */
  readonly product: Box01 | null
  /** Whether the file says which colours its numbers mean. */
  readonly hasProfile: boolean
  /** Pixels an inch. */
  readonly dpi: number
}

/**
 * Reads a finished file.
 *
 * @param picture what its bytes decode to.
 */
export async function readFinished(bytes: Uint8Array, picture: SrgbRgba8): Promise<FinishedFile> {
  const { type } = readFileFacts(bytes)
  const { width, height } = picture
  const border = borderOf(picture)
  return {
    type,
    width,
    height,
    bytes: bytes.length,
    border,
    product: productOf(picture, border),
    hasProfile: says(bytes, type),
    dpi: await densityOf(bytes),
  }
}

/** The letters by which each format says that a profile or colour space is in it; a profile's own in a TIFF. */
const MARKS: Partial<Record<FileType, readonly string[]>> = {
  jpeg: ['ICC_PROFILE'],
  png: ['iCCP', 'sRGB'],
  webp: ['ICCP'],
  avif: ['colr'],
  tiff: ['acsp'],
}
/** Profiles stand before the pixels, or at the end of a TIFF. */
const END_BYTES = 65_536

function says(bytes: Uint8Array, type: FileType): boolean {
  const ends = [bytes.subarray(0, END_BYTES), bytes.subarray(-END_BYTES)]
  const text = ends.map((end) => new TextDecoder('latin1').decode(end)).join(' ')
  return (MARKS[type] ?? []).some((mark) => text.includes(mark))
}

/** Lab of a colour written in hex. */
export const labOfHex = (hex: HexColour): Rgb => labOfBytes(hexToBytes(hex))
