import type { SrgbRgba8 } from '../raster'

/** Whether colour is kept for each pixel, or once for four. */
export type Chroma = '4:4:4' | '4:2:0'

/**
 * Colour that is this far off once it is kept for four pixels is seen, in code values of Cb or Cr; and the
 * share of pixels that may be. Of 39 pictures of the demo shoot and of real products at 1200 px, these tell
 * apart those in which keeping it for four costs 200 pixels and more an error above 24 code values.
 */
const SEEN = 12
const ALLOWED = 0.001

/**
 * How a picture's colour is kept: once for four pixels, unless that would be seen. Saturated edges, such as a
 * red rim on white, bleed and grow grey when they share their colour. Colour is measured as in JPEG
 * (ITU-T T.871), against its mean over blocks of 2 × 2.
 *
 * @param picture what is transparent does not count.
 */
export function chromaFor({ width, height, data }: SrgbRgba8): Chroma {
  let off = 0
  for (let y = 0; y + 1 < height; y += 2)
    for (let x = 0; x + 1 < width; x += 2) {
      let [low, high, sum] = [Infinity, -Infinity, 0]
      let [lowB, highB, sumB] = [Infinity, -Infinity, 0]
      for (let k = 0; k < 4; k++) {
        const p = ((y + (k >> 1)) * width + x + (k & 1)) * 4
        const share = data[p + 3]! / 255
        const [r, g, b] = [data[p]!, data[p + 1]!, data[p + 2]!]
        const red = share * (0.5 * r - 0.4187 * g - 0.0813 * b)
        const blue = share * (0.5 * b - 0.1687 * r - 0.3313 * g)
        low = Math.min(low, red)
        high = Math.max(high, red)
        sum += red
        lowB = Math.min(lowB, blue)
        highB = Math.max(highB, blue)
        sumB += blue
      }
      const worst = Math.max(high - sum / 4, sum / 4 - low, highB - sumB / 4, sumB / 4 - lowB)
      if (worst > SEEN) off += 4
    }
  return off > ALLOWED * width * height ? '4:4:4' : '4:2:0'
}
