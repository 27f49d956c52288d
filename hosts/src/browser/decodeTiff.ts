import { FileError } from '@cloudbank/core/codec'
import { orient, srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import { decode } from 'tiff'

/** Tag of the embedded ICC profile (ICC.1:2010, B.4). */
const PROFILE_TAG = 34675
const GREY_INVERTED = 0
const CMYK = 5

/** The first page of a TIFF, 8 or 16 bit, upright; and its ICC profile, by which to read its colours. */
export function decodeTiff(bytes: Uint8Array): {
  picture: SrgbRgba8
  profile: Uint8Array | null
} {
  const [page] = decode(bytes, { pages: [0] })
  if (!page) throw new FileError({ code: 'damaged' })
  const { width, height, data, components, bitsPerSample, type, alpha } = page
  if (type === CMYK) throw new FileError({ code: 'unsupported', type: 'CMYK TIFF' })
  if (bitsPerSample !== 8 && bitsPerSample !== 16)
    throw new FileError({ code: 'unsupported', type: `${bitsPerSample}-bit TIFF` })
  const scale = bitsPerSample === 16 ? 257 : 1
  const colours = alpha ? components - 1 : components
  const picture = srgbRaster({ width, height })
  for (let i = 0, from = 0, to = 0; i < width * height; i++, from += components, to += 4) {
    for (let c = 0; c < 3; c++) {
      const value = data[from + (colours >= 3 ? c : 0)]! / scale
      picture.data[to + c] = type === GREY_INVERTED ? 255 - value : value
    }
    picture.data[to + 3] = alpha ? data[from + components - 1]! / scale : 255
  }
  const tag: unknown = page.get(PROFILE_TAG)
  const profile =
    Array.isArray(tag) || tag instanceof Uint8Array ? Uint8Array.from(tag as number[]) : null // bytes, by the format
  return { picture: orient(picture, page.orientation), profile }
}
