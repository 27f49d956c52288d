import {
  fitInside,
  linearRaster,
  resampleSrgb,
  srgbOfLinear,
  wholeOf,
  type SrgbRgba8,
} from '../../raster'
import type { MarkAsset } from './lay/surface'

/** An inset is drawn from no more than this, in pixels of its longer side. */
const LONGEST_PX = 2000

/** First bytes of fonts: WOFF2, WOFF, TrueType, OpenType with PostScript outlines, a collection (ISO/IEC 14496-22). */
const FONT_STARTS = ['wOF2', 'wOFF', '\0\u0001\0\0', 'true', 'OTTO', 'ttcf']

/** Whether bytes begin as a font does. */
export const isFont = (bytes: Uint8Array): boolean =>
  FONT_STARTS.includes(String.fromCharCode(...bytes.subarray(0, 4)))

/**
 * Reads a font or a picture that a mark names.
 *
 * @throws FileError when the bytes are neither.
 */
export async function readMarkAsset(
  bytes: Uint8Array,
  decode: (bytes: Uint8Array) => Promise<SrgbRgba8>,
): Promise<MarkAsset> {
  if (isFont(bytes)) return { kind: 'font', bytes }
  const picture = await decode(bytes)
  const size = fitInside(picture, LONGEST_PX)
  if (size.width >= picture.width) return { kind: 'picture', picture }
  const small = linearRaster(size)
  resampleSrgb(picture, wholeOf(picture), small)
  return { kind: 'picture', picture: srgbOfLinear(small, null) }
}
