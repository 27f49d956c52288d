import exifr from 'exifr'
import { z } from 'zod'

/** Pixels an inch that a file without a density is given by convention. */
export const USUAL_DPI = 72

const CM_PER_INCH = 2.54
const Fields = z.object({
  XResolution: z.number().positive(),
  /** EXIF: 2 for inches, 3 for centimetres. */
  ResolutionUnit: z
    .union([z.literal(2), z.literal(3)])
    .catch(2)
    .default(2),
})

/** The density that a photograph's file says it has, in pixels an inch; the usual one where it says none. */
export const densityOf = async (bytes: Uint8Array): Promise<number> =>
  (await statedDensity(bytes)) ?? USUAL_DPI

/** The density that a photograph's file says it has, in pixels an inch; null where it says none. */
export async function statedDensity(bytes: Uint8Array): Promise<number | null> {
  const png = pngDensity(bytes)
  if (png !== null) return png
  try {
    const found: unknown = await exifr.parse(webpExif(bytes) ?? bytes, {
      tiff: true,
      exif: false,
      translateValues: false,
      pick: ['XResolution', 'ResolutionUnit'],
    })
    const { XResolution, ResolutionUnit } = Fields.parse(found)
    const dpi = ResolutionUnit === 3 ? XResolution * CM_PER_INCH : XResolution
    return dpi > 1 ? dpi : jfifDensity(bytes)
  } catch {
    // Without such entries, or with damaged ones, EXIF says nothing.
    return jfifDensity(bytes)
  }
}

/** What a JFIF segment says (ISO/IEC 10918-5, 10.1), which follows the start marker; null where it says nothing. */
function jfifDensity(bytes: Uint8Array): number | null {
  const isJfif = bytes.length > 20 && bytes[3] === 0xe0 && bytes[6] === 0x4a && bytes[7] === 0x46
  if (!isJfif) return null
  const value = (bytes[14]! << 8) | bytes[15]!
  // Without a unit, the numbers are a ratio.
  if (value <= 1 || bytes[13] === 0) return null
  return bytes[13] === 2 ? value * CM_PER_INCH : value
}

/** What the pHYs chunk of a PNG says (ISO/IEC 15948, 11.3.5.3); null without one. */
function pngDensity(bytes: Uint8Array): number | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes.length < 33 || view.getUint32(0) !== 0x89504e47) return null
  for (let at = 8; at + 12 <= bytes.length;) {
    const length = view.getUint32(at)
    const kind = view.getUint32(at + 4)
    if (kind === 0x70485973 && length === 9 && at + 21 <= bytes.length)
      return bytes[at + 16] === 1 ? (view.getUint32(at + 8) * CM_PER_INCH) / 100 : null
    if (kind === 0x49444154) return null
    at += 12 + length
  }
  return null
}

/** The EXIF chunk of a WebP (RFC 9649, 2.7.1.5), from its TIFF header on; null without one. */
function webpExif(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes.length < 20 || view.getUint32(8) !== 0x57454250) return null
  for (let at = 12; at + 8 <= bytes.length;) {
    const length = view.getUint32(at + 4, true)
    const data = bytes.subarray(at + 8, at + 8 + length)
    // Some writers put the letters of a JPEG's segment in front.
    if (view.getUint32(at) === 0x45584946) return data[0] === 0x45 ? data.subarray(6) : data
    at += 8 + length + (length & 1)
  }
  return null
}
