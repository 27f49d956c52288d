import {
  linearRaster,
  tabledSrgb,
  srgbToLinear,
  type LinearRgba,
  type PxBox,
  type Size,
} from '../raster'
import type { Source } from '../source'

/** How many times as long each side becomes; there is a network for each. */
export type Enlargement = 2 | 4

/**
 * A network that makes a picture's sides longer: three planes R, G, B of sRGB values (0…1) of a size in, the
 * same of the larger size out. The host runs it.
 */
export type Enlarger = (planes: Float32Array, size: Size) => Promise<Float32Array>

/** Pixels of the photograph beyond a part that the network sees: as far as any of its answers reaches. */
const CONTEXT_PX = 12

/**
 * A part of a photograph with sides `times` as long. The network draws what is finer than the photograph's
 * pixels; then each of those pixels is given back what it held: the difference to the mean over what became
 * of it is spread between the middles of pixels and added (Irani & Peleg 1991, Improving resolution by image
 * registration). So no colour shifts, and parts that lie side by side have no seam.
 *
 * @param part whole pixels of the photograph; it may reach beyond it.
 * @returns opaque linear light, of the part alone.
 */
export async function enlargePart(
  source: Source,
  part: PxBox,
  times: Enlargement,
  enlarger: Enlarger,
): Promise<LinearRgba> {
  const seen = {
    x: part.x - CONTEXT_PX,
    y: part.y - CONTEXT_PX,
    width: part.width + 2 * CONTEXT_PX,
    height: part.height + 2 * CONTEXT_PX,
  }
  const small = planesOf(source.sample(seen, seen))
  const large = await enlarger(small, seen)
  const picture = linearRaster({ width: part.width * times, height: part.height * times })
  for (let p = 3; p < picture.data.length; p += 4) picture.data[p] = 1
  const pixels = seen.width * seen.height
  for (let c = 0; c < 3; c++) {
    const is = small.subarray(c * pixels, (c + 1) * pixels)
    const became = large.subarray(c * pixels * times * times, (c + 1) * pixels * times * times)
    fillChannel(picture, c, became, missing(is, became, seen, times), seen, times)
  }
  return picture
}

/** What each pixel held, less the mean over what became of it. */
function missing(is: Float32Array, became: Float32Array, seen: Size, times: number): Float32Array {
  const wide = seen.width * times
  return is.map((value, i) => {
    const from = (((i / seen.width) | 0) * wide + (i % seen.width)) * times
    let sum = 0
    for (let y = 0; y < times; y++)
      for (let x = 0; x < times; x++) sum += became[from + y * wide + x]!
    return value - sum / (times * times)
  })
}

/** One channel of the part without its context: what the network made, and what it missed. */
function fillChannel(
  picture: LinearRgba,
  channel: number,
  became: Float32Array,
  missed: Float32Array,
  { width }: Size,
  times: number,
): void {
  const border = CONTEXT_PX * times
  for (let y = 0; y < picture.height; y++) {
    const down = (y + 0.5) / times - 0.5 + CONTEXT_PX
    const row = Math.floor(down)
    for (let x = 0; x < picture.width; x++) {
      const across = (x + 0.5) / times - 0.5 + CONTEXT_PX
      const column = Math.floor(across)
      const at = row * width + column
      const [u, v] = [across - column, down - row]
      const spread =
        (1 - v) * ((1 - u) * missed[at]! + u * missed[at + 1]!) +
        v * ((1 - u) * missed[at + width]! + u * missed[at + width + 1]!)
      const value = became[(y + border) * width * times + x + border]! + spread
      picture.data[(y * picture.width + x) * 4 + channel] = srgbToLinear(
        Math.min(1, Math.max(0, value)),
      )
    }
  }
}

/** Planes R, G, B of sRGB values (0…1) of an opaque picture. */
function planesOf({ width, height, data }: LinearRgba): Float32Array {
  const pixels = width * height
  const planes = new Float32Array(pixels * 3)
  for (let i = 0; i < pixels; i++)
    for (let c = 0; c < 3; c++) planes[c * pixels + i] = tabledSrgb(data[i * 4 + c]!)
  return planes
}
