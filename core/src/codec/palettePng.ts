import { zlibSync } from 'fflate'
import { applyPalette, quantize } from 'gifenc'
import type { SrgbRgba8 } from '../raster'
import { pngOf } from './pngChunk'

const MAX_COLOURS = 256
/** A code value that is further off than this is seen, unless hardly any is. */
const SEEN = 6
const ALLOWED = 0.0005

/**
 * A PNG with a palette (ISO/IEC 15948, 11.2.3) where 256 colours are all there are, or look the same: flat
 * graphics and masks. Null where it would be seen: photographs have more.
 */
export function encodePalettePng(picture: SrgbRgba8): Uint8Array | null {
  const { width, height, data } = picture
  const exact = exactPalette(data)
  const indexed = exact ?? nearPalette(data)
  if (!indexed) return null
  const { colours, indices } = indexed
  const rows = new Uint8Array((width + 1) * height)
  for (let y = 0; y < height; y++)
    rows.set(indices.subarray(y * width, (y + 1) * width), y * (width + 1) + 1)
  const header = new Uint8Array(13)
  const view = new DataView(header.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  // Eight bits, with a palette; deflate, no interlacing.
  header.set([8, 3, 0, 0, 0], 8)
  const alphas = colours.map((colour) => colour >>> 24)
  return pngOf([
    ['IHDR', header],
    ['PLTE', Uint8Array.from(colours.flatMap((c) => [c & 255, (c >> 8) & 255, (c >> 16) & 255]))],
    ...(alphas.some((alpha) => alpha < 255) ? [['tRNS', Uint8Array.from(alphas)] as const] : []),
    ['IDAT', zlibSync(rows, { level: 9 })],
  ])
}

interface Indexed {
  /** Colours as in memory: alpha, blue, green, red from the highest byte down. */
  readonly colours: readonly number[]
  readonly indices: Uint8Array
}

const pixelsOf = (data: Uint8ClampedArray): Uint32Array =>
  new Uint32Array(data.slice().buffer, 0, data.length / 4)

function exactPalette(data: Uint8ClampedArray): Indexed | null {
  const known = new Map<number, number>()
  const pixels = pixelsOf(data)
  const indices = new Uint8Array(pixels.length)
  for (let i = 0; i < pixels.length; i++) {
    const colour = pixels[i]!
    let index = known.get(colour)
    if (index === undefined) {
      index = known.size
      if (index === MAX_COLOURS) return null
      known.set(colour, index)
    }
    indices[i] = index
  }
  return { colours: [...known.keys()], indices }
}

function nearPalette(data: Uint8ClampedArray): Indexed | null {
  if (!isFlat(data)) return null
  const palette = quantize(data, MAX_COLOURS, { format: 'rgba4444', oneBitAlpha: false })
  const indices = applyPalette(data, palette, 'rgba4444')
  const whole = palette.map(([r = 0, g = 0, b = 0, a = 255]) => [r, g, b, a] as const)
  let off = 0
  for (let i = 0, p = 0; i < indices.length; i++, p += 4) {
    const colour = whole[indices[i]!]!
    const seen = colour.some((value, c) => Math.abs(value - data[p + c]!) > SEEN)
    if (seen) off++
  }
  if (off > ALLOWED * indices.length) return null
  return {
    colours: whole.map(([r, g, b, a]) => ((a << 24) | (b << 16) | (g << 8) | r) >>> 0),
    indices,
  }
}

/** Share of pixels like the one before them from which a picture is a graphic. */
const FLAT = 0.6

/**
 * Whether most pixels are exactly like the one before them, as in a graphic and never in a photograph. The
 * ground does not count: it is even under every product.
 */
export function isFlat(data: Uint8ClampedArray): boolean {
  const pixels = pixelsOf(data)
  const ground = pixels[0]
  let [same, count] = [0, 0]
  for (let i = 1; i < pixels.length; i++) {
    if (pixels[i] === ground) continue
    count++
    if (pixels[i] === pixels[i - 1]) same++
  }
  return same >= FLAT * count
}
