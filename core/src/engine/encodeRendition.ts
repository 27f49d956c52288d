import { FORMATS, tagSrgb, withDensity, type Codec, type Format } from '../codec'
import type { Placement } from '../outlets'
import type { SrgbRgba8 } from '../raster'
import { searchQuality } from '../steps'

/** A file as it was encoded. */
export interface EncodedFile {
  readonly format: Format
  readonly bytes: Uint8Array
  readonly width: number
  readonly height: number
  readonly qualityPct: number
}

/**
 * Encodes a picture as a placement asks: at its quality, or lower as far as its byte limit demands.
 *
 * @param checkpoint called after each try; throws to stop.
 */
export async function encodeRendition(
  picture: SrgbRgba8,
  { format, qualityPct, leastQualityPct, limitBytes, dpi }: Placement,
  codec: Codec,
  checkpoint: (stage: string) => void,
): Promise<EncodedFile> {
  const encode = async (quality: number): Promise<Uint8Array> => {
    const bytes = tagSrgb(await codec.encode(picture, format, quality), format)
    checkpoint('encode')
    return dpi === null ? bytes : withDensity(bytes, format, dpi)
  }
  const found = await searchQuality(encode, {
    most: qualityPct,
    least: FORMATS[format].hasQuality ? leastQualityPct : qualityPct,
    limitBytes,
  })
  const { width, height } = picture
  return { format, width, height, ...found }
}
