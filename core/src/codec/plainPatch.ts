import { bytesToHex, hexToBytes, srgbRaster, type HexColour, type SrgbRgba8 } from '../raster'

/** Side of the patch that is tried, in pixels: whole blocks of every coder, colour kept for four pixels included. */
const PATCH_PX = 64

/** A picture of one colour. */
export function plainPatch(colour: HexColour): SrgbRgba8 {
  const size = { width: PATCH_PX, height: PATCH_PX }
  const data = new Uint8ClampedArray(PATCH_PX * PATCH_PX * 4)
  const pixel = [...hexToBytes(colour), 255]
  for (let p = 0; p < data.length; p += 4) data.set(pixel, p)
  return srgbRaster(size, data)
}

/** The colour in the middle of a picture. */
export function colourOf({ width, height, data }: SrgbRgba8): HexColour {
  const p = ((height >> 1) * width + (width >> 1)) * 4
  return bytesToHex([data[p]!, data[p + 1]!, data[p + 2]!])
}
