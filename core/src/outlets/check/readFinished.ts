import { densityOf, readFileFacts, type FileType } from '../../codec'
import {
  bytesToHex,
  deltaE2000,
  hexToBytes,
  LINEAR_OF_BYTE,
  linearToLab,
  type Rgb,
} from '../../raster'
import { median, type Box01, type HexColour, type Size, type SrgbRgba8 } from '../../raster'

/** What a finished file is, read from its own bytes after decoding them again. */
export interface FinishedFile {
  readonly type: FileType
  readonly width: number
  readonly height: number
  readonly bytes: number
  /** The outermost pixels all round. */
  readonly border: {
    /** Median, channel by channel, as it is seen on white. */
    readonly colour: HexColour
    /** CIEDE2000 from that colour that 99 of 100 border pixels keep within. */
    readonly spread: number
    /** Share of them that is wholly transparent, 0…1. */
    readonly clear01: number
  }
  /** What stands out from the border's colour, as fractions; null where the border is of no one colour. */
  readonly product: Box01 | null
  /** Whether the file says which colours its numbers mean. */
  readonly hasProfile: boolean
  /** Pixels an inch. */
  readonly dpi: number
}

/** Width of the border that is looked at, as a share of the shorter side. */
const BORDER = 0.004
/** CIE76 from the border's colour from which a pixel is product. */
const STANDS_OUT = 7
/** A border that is less even than this is a photograph's, not a ground's. */
const EVEN = 4
/** Share of a row or column that must stand out: less is noise of the coder. */
const ROW = 0.004
const OPAQUE = 128

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

function borderOf(picture: SrgbRgba8): FinishedFile['border'] {
  const { data } = picture
  const channels: [number[], number[], number[]] = [[], [], []]
  let clear = 0
  for (const p of borderPixels(picture)) {
    const a = data[p + 3]!
    if (a === 0) clear++
    for (let c = 0; c < 3; c++)
      channels[c]!.push(Math.round((data[p + c]! * a + 255 * (255 - a)) / 255))
  }
  const colour = channels.map((channel) => Math.round(median(channel) ?? 0)) as [
    number,
    number,
    number,
  ]
  const middle = labOfBytes(colour)
  const known = new Map<number, number>()
  const off = channels[0].map((r, i) => {
    const [g, b] = [channels[1][i]!, channels[2][i]!]
    const code = (r << 16) | (g << 8) | b
    const found = known.get(code) ?? deltaE2000(labOfBytes([r, g, b]), middle)
    known.set(code, found)
    return found
  })
  off.sort((a, b) => a - b)
  return {
    colour: bytesToHex(colour),
    spread: off[Math.min(off.length - 1, Math.floor(off.length * 0.99))] ?? 0,
    clear01: clear / Math.max(1, off.length),
  }
}

/** Where the pixels of the border are in the data of a picture. */
function borderPixels({ width, height }: Size): number[] {
  const deep = Math.max(1, Math.round(BORDER * Math.min(width, height)))
  const found: number[] = []
  for (let y = 0; y < height; y++) {
    const isEnd = y < deep || y >= height - deep
    for (let x = 0; x < width; x++)
      if (isEnd || x < deep || x >= width - deep) found.push((y * width + x) * 4)
  }
  return found
}

function productOf(picture: SrgbRgba8, border: FinishedFile['border']): Box01 | null {
  const isClear = border.clear01 > 0.5
  if (!isClear && border.spread > EVEN) return null
  const { width, height, data } = picture
  const middle = labOfHex(border.colour)
  const columns = new Uint32Array(width)
  const rows = new Uint32Array(height)
  /** What is known of each colour: 0 nothing, 1 it is the border's, 2 it stands out. */
  const known = new Uint8Array(isClear ? 0 : 1 << 24)
  const standsOut = (p: number): boolean => {
    const [r, g, b] = [data[p]!, data[p + 1]!, data[p + 2]!]
    const code = (r << 16) | (g << 8) | b
    known[code] ||= distance(labOfBytes([r, g, b]), middle) > STANDS_OUT ? 2 : 1
    return known[code] === 2
  }
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const out = isClear ? data[p + 3]! >= OPAQUE : standsOut(p)
      if (!out) continue
      columns[x]!++
      rows[y]!++
    }
  const across = extent(columns, ROW * height)
  const down = extent(rows, ROW * width)
  if (!across || !down) return null
  return {
    x: across[0] / width,
    y: down[0] / height,
    width: (across[1] - across[0]) / width,
    height: (down[1] - down[0]) / height,
  }
}

/** The first and one past the last place that counts enough. */
function extent(counts: Uint32Array, least: number): readonly [number, number] | null {
  const first = counts.findIndex((count) => count > least)
  const last = counts.findLastIndex((count) => count > least)
  return first < 0 ? null : [first, last + 1]
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
  const text = ends.map((end) => Array.from(end, (b) => String.fromCharCode(b)).join('')).join(' ')
  return (MARKS[type] ?? []).some((mark) => text.includes(mark))
}

const labOfBytes = ([r, g, b]: Rgb): Rgb =>
  linearToLab([LINEAR_OF_BYTE[r]!, LINEAR_OF_BYTE[g]!, LINEAR_OF_BYTE[b]!])

const distance = (a: Rgb, b: Rgb): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

/** Lab of a colour written in hex. */
export const labOfHex = (hex: HexColour): Rgb => labOfBytes(hexToBytes(hex))
