import { assertTiffBounds, assertTiffIsPlain, FileError, readTiffHead } from '@cloudbank/core/codec'
import { orient, srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import { decode } from 'tiff'

/** Tag of the embedded ICC profile (ICC.1:2010, B.4). */
const PROFILE_TAG = 34675
const PALETTE = 3
const UPRIGHT = 1

/**
 * The first page of a TIFF, 8 or 16 bit, upright; and its ICC profile, by which to read its colours.
 *
 * @throws FileError when it is not one, or asks for more than its sides do.
 */
export function decodeTiff(bytes: Uint8Array): {
  picture: SrgbRgba8
  profile: Uint8Array | null
} {
  const head = readTiffHead(bytes)
  assertTiffIsPlain(head)
  assertTiffBounds(head, bytes)
  const [page] = decode(asUpright(bytes, head.orientationAt), { pages: [0] })
  if (!page) throw new FileError({ code: 'damaged' })
  const { width, height, data, components, bitsPerSample, alpha } = page
  const palette = head.photometric === PALETTE ? page.palette : undefined
  const scale = bitsPerSample === 16 ? 257 : 1
  const colours = alpha ? components - 1 : components
  const picture = srgbRaster({ width, height })
  for (let i = 0, from = 0, to = 0; i < width * height; i++, from += components, to += 4) {
    const entry = palette?.[data[from]!]
    for (let c = 0; c < 3; c++)
      picture.data[to + c] = entry ? entry[c]! / 257 : data[from + (colours >= 3 ? c : 0)]! / scale
    picture.data[to + 3] = alpha ? data[from + components - 1]! / scale : 255
  }
  const tag: unknown = page.get(PROFILE_TAG)
  const profile =
    Array.isArray(tag) || tag instanceof Uint8Array ? Uint8Array.from(tag as number[]) : null // bytes, by the format
  return { picture: orient(picture, head.orientation), profile }
}

/** The decoder takes upright pictures only: the file says so of itself, and is turned afterwards. */
function asUpright(bytes: Uint8Array, orientationAt: number | null): Uint8Array {
  if (orientationAt === null) return bytes
  const copy = bytes.slice()
  const little = copy[0] === 0x49
  new DataView(copy.buffer).setUint16(orientationAt, UPRIGHT, little)
  return copy
}
