import type { SrgbRgba8 } from '../raster'

/** How often each byte occurs. */
export interface Histogram {
  readonly red: Uint32Array
  readonly green: Uint32Array
  readonly blue: Uint32Array
  /** How vivid the pixels are, from grey to full colour, in `VIVID_BINS` classes of max − min. */
  readonly vivid: Uint32Array
  /** Share of pixels with a channel at 254 or 255, and of those with all at 1 or below, 0…1. */
  readonly clipped01: number
  readonly blocked01: number
}

/** Classes of vividness. */
export const VIVID_BINS = 32

/** Counts the bytes of a picture, of every `stride`th pixel. */
export function measureHistogram({ data }: SrgbRgba8, stride = 1): Histogram {
  const red = new Uint32Array(256)
  const green = new Uint32Array(256)
  const blue = new Uint32Array(256)
  const vivid = new Uint32Array(VIVID_BINS)
  let clipped = 0
  let blocked = 0
  let count = 0
  for (let p = 0; p < data.length; p += 4 * stride) {
    const r = data[p]!
    const g = data[p + 1]!
    const b = data[p + 2]!
    red[r]!++
    green[g]!++
    blue[b]!++
    vivid[((Math.max(r, g, b) - Math.min(r, g, b)) * VIVID_BINS) >> 8]!++
    count++
    if (r >= 254 || g >= 254 || b >= 254) clipped++
    else if (r <= 1 && g <= 1 && b <= 1) blocked++
  }
  return { red, green, blue, vivid, clipped01: clipped / count, blocked01: blocked / count }
}
