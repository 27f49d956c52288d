import { srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'

/** How far the median looks, in pixels. */
const REACH_PX = 9

/** A picture in which each pixel of a mask is the median, channel by channel, of what is round it outside of the mask. */
export function medianMended(picture: SrgbRgba8, mask: Uint8Array): SrgbRgba8 {
  const { width, height } = picture
  const made = srgbRaster(picture, picture.data.slice())
  for (let i = 0; i < mask.length; i++) {
    if (!mask[i]) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    const around: [number[], number[], number[]] = [[], [], []]
    for (let row = Math.max(0, y - REACH_PX); row <= Math.min(height - 1, y + REACH_PX); row++)
      for (
        let column = Math.max(0, x - REACH_PX);
        column <= Math.min(width - 1, x + REACH_PX);
        column++
      ) {
        const at = row * width + column
        if (!mask[at]) around.forEach((values, c) => values.push(picture.data[at * 4 + c]!))
      }
    around.forEach((values, c) => {
      values.sort((a, b) => a - b)
      if (values.length > 0) made.data[i * 4 + c] = values[values.length >> 1]!
    })
  }
  return made
}
