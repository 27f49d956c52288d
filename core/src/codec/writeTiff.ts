import { zlibSync } from 'fflate'
import { SRGB_PROFILE } from './srgbProfile'
import type { SrgbRgba8 } from '../raster'

/** Rows in a strip. */
const STRIP_ROWS = 64
const TYPE = { short: 3, long: 4, rational: 5, undefined: 7 } as const

interface Entry {
  readonly tag: number
  readonly type: (typeof TYPE)[keyof typeof TYPE]
  readonly values: readonly number[] | Uint8Array
}

/**
 * A TIFF (revision 6.0) of 8-bit RGB, with unassociated alpha where it is not opaque, in strips compressed by
 * deflate, tagged as sRGB, with its density in pixels an inch.
 */
export function encodeTiff(picture: SrgbRgba8, dpi: number): Uint8Array {
  const { width, height } = picture
  const isOpaque = picture.data.every((value, i) => i % 4 < 3 || value === 255)
  const samples = isOpaque ? 3 : 4
  const data = isOpaque ? picture.data.filter((_, i) => i % 4 < 3) : picture.data
  const strips: Uint8Array[] = []
  for (let y = 0; y < height; y += STRIP_ROWS) {
    const end = Math.min(height, y + STRIP_ROWS) * width * samples
    strips.push(zlibSync(new Uint8Array(data.subarray(y * width * samples, end)), { level: 6 }))
  }
  const offsets: number[] = []
  let at = 8
  for (const strip of strips) {
    offsets.push(at)
    at += strip.length + (strip.length & 1)
  }
  const entries: Entry[] = [
    { tag: 256, type: TYPE.long, values: [width] },
    { tag: 257, type: TYPE.long, values: [height] },
    { tag: 258, type: TYPE.short, values: Array<number>(samples).fill(8) },
    // Deflate; RGB; the first pixel is at the upper left.
    { tag: 259, type: TYPE.short, values: [8] },
    { tag: 262, type: TYPE.short, values: [2] },
    { tag: 273, type: TYPE.long, values: offsets },
    { tag: 274, type: TYPE.short, values: [1] },
    { tag: 277, type: TYPE.short, values: [samples] },
    { tag: 278, type: TYPE.long, values: [STRIP_ROWS] },
    { tag: 279, type: TYPE.long, values: strips.map(({ length }) => length) },
    { tag: 282, type: TYPE.rational, values: [Math.round(dpi * 1000), 1000] },
    { tag: 283, type: TYPE.rational, values: [Math.round(dpi * 1000), 1000] },
    // Inches; the extra sample is alpha by which colour is not multiplied.
    { tag: 296, type: TYPE.short, values: [2] },
    ...(isOpaque ? [] : [{ tag: 338, type: TYPE.short, values: [2] }]),
    { tag: 34675, type: TYPE.undefined, values: SRGB_PROFILE },
  ]
  const directory = at
  const extra = directory + 2 + entries.length * 12 + 4
  const extras = entries.map((entry) => bytesOf(entry)).map((b) => (b.length > 4 ? b : null))
  const total = extras.reduce((sum, b) => sum + (b ? b.length + (b.length & 1) : 0), extra)
  const file = new Uint8Array(total)
  const view = new DataView(file.buffer)
  file.set([0x49, 0x49, 42, 0])
  view.setUint32(4, directory, true)
  strips.forEach((strip, i) => file.set(strip, offsets[i]!))
  view.setUint16(directory, entries.length, true)
  let free = extra
  entries.forEach((entry, i) => {
    const place = directory + 2 + i * 12
    const bytes = bytesOf(entry)
    view.setUint16(place, entry.tag, true)
    view.setUint16(place + 2, entry.type, true)
    view.setUint32(place + 4, countOf(entry), true)
    if (bytes.length <= 4) file.set(bytes, place + 8)
    else {
      view.setUint32(place + 8, free, true)
      file.set(bytes, free)
      free += bytes.length + (bytes.length & 1)
    }
  })
  return file
}

const countOf = ({ type, values }: Entry): number =>
  type === TYPE.rational ? values.length / 2 : values.length

function bytesOf({ type, values }: Entry): Uint8Array {
  if (values instanceof Uint8Array) return values
  const size = type === TYPE.short ? 2 : 4
  const bytes = new Uint8Array(values.length * size)
  const view = new DataView(bytes.buffer)
  values.forEach((value, i) =>
    size === 2 ? view.setUint16(i * 2, value, true) : view.setUint32(i * 4, value, true),
  )
  return bytes
}
