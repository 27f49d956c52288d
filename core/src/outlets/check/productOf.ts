import { hexToBytes, type Box01, type Rgb, type SrgbRgba8 } from '../../raster'
import { labOfBytes, type Border } from './borderOf'

/** CIE76 from the border's colour from which a pixel is product. */
const STANDS_OUT = 7
/** A border that is less even than this is a photograph's, not a ground's. */
const EVEN = 4
/** Share of a row or column that must stand out: less is noise of the coder. */
const ROW = 0.004
const OPAQUE = 128
/** Columns that are counted in one pass over the picture. */
const COLUMNS_AT_ONCE = 32
/** Colours that are remembered: two to this power. */
const REMEMBERED_BITS = 14
/** 2³² over the golden ratio: multiplied by it, colours that lie close together fall far apart (Knuth 1973). */
const SPREAD = 0x9e3779b1

/** What stands out from the border's colour, as fractions; null where the border is of no one colour, or nothing does. */
export function productOf(picture: SrgbRgba8, border: Border): Box01 | null {
  const isClear = border.clear01 > 0.5
  if (!isClear && border.spread > EVEN) return null
  const { width, height, data } = picture
  const isProduct = isClear
    ? (p: number): boolean => data[p + 3]! >= OPAQUE
    : standsOutFrom(data, hexToBytes(border.colour))
  const isRow = (y: number): boolean => {
    let count = 0
    const end = (y + 1) * width * 4
    for (let p = y * width * 4; p < end; p += 4)
      if (isProduct(p) && ++count > ROW * width) return true
    return false
  }
  const top = firstOf(height, isRow)
  if (top === null) return null
  const bottom = height - firstOf(height, (y) => isRow(height - 1 - y))!
  // Rows beyond these hold hardly anything, so that columns are counted over all of them.
  const counted = new Map<number, Uint32Array>()
  const isColumn = (x: number): boolean => {
    const block = Math.floor(x / COLUMNS_AT_ONCE)
    const counts = counted.get(block) ?? countColumns(picture, block * COLUMNS_AT_ONCE, isProduct)
    counted.set(block, counts)
    return counts[x % COLUMNS_AT_ONCE]! > ROW * height
  }
  const left = firstOf(width, isColumn)
  if (left === null) return null
  const right = width - firstOf(width, (x) => isColumn(width - 1 - x))!
  return {
    x: left / width,
    y: top / height,
    width: (right - left) / width,
    height: (bottom - top) / height,
  }
}

/** The first of places 0 … length − 1 that is one; null where none is. */
function firstOf(length: number, isOne: (at: number) => boolean): number | null {
  for (let at = 0; at < length; at++) if (isOne(at)) return at
  return null
}

/** How many pixels of each of some columns are product. */
function countColumns(
  { width, height }: SrgbRgba8,
  from: number,
  isProduct: (p: number) => boolean,
): Uint32Array {
  const counts = new Uint32Array(COLUMNS_AT_ONCE)
  const to = Math.min(width, from + COLUMNS_AT_ONCE)
  for (let y = 0; y < height; y++)
    for (let x = from, p = (y * width + from) * 4; x < to; x++, p += 4)
      if (isProduct(p)) counts[x - from]!++
  return counts
}

/** Whether the pixel at a place in the data stands out from a colour. */
function standsOutFrom(data: Uint8ClampedArray, colour: Rgb): (p: number) => boolean {
  const middle = labOfBytes(colour)
  const own = codeOf(...colour)
  /** Colours that were asked about, each as its code · 2 + the answer; at first all are the border's own. */
  const remembered = new Int32Array(1 << REMEMBERED_BITS).fill(own * 2)
  return (p) => {
    const code = codeOf(data[p]!, data[p + 1]!, data[p + 2]!)
    if (code === own) return false
    const slot = Math.imul(code, SPREAD) >>> (32 - REMEMBERED_BITS)
    const known = remembered[slot]!
    if (known >> 1 === code) return (known & 1) === 1
    const [l, a, b] = labOfBytes([data[p]!, data[p + 1]!, data[p + 2]!])
    const isOut = Math.hypot(l - middle[0], a - middle[1], b - middle[2]) > STANDS_OUT
    remembered[slot] = code * 2 + (isOut ? 1 : 0)
    return isOut
  }
}

const codeOf = (r: number, g: number, b: number): number => (r << 16) | (g << 8) | b
