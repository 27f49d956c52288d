import {
  chromaFor,
  encodePalettePng,
  encodeTiff,
  FORMATS,
  tagSrgb,
  USUAL_DPI,
  withDensity,
  type Codec,
  type Format,
} from '../codec'
import type { Placement } from '../outlets'
import type { SrgbRgba8 } from '../raster'
import { formatFor, searchLikeness, searchQuality, similarity } from '../steps'

/** Beyond this a file only grows. */
const HIGHEST_QUALITY_PCT = 98

/** A file as it was encoded. */
export interface EncodedFile {
  readonly format: Format
  readonly bytes: Uint8Array
  readonly width: number
  readonly height: number
  readonly qualityPct: number
}

/**
 * Encodes a picture as a placement asks, in its format or the one that suits what it is: at its quality; or at
 * the lowest that looks the same; lower than either as far as its byte limit demands; or as high as that allows,
 * where a set is to weigh alike.
 *
 * @param checkpoint called after each try; throws to stop.
 */
export async function encodeRendition(
  picture: SrgbRgba8,
  placement: Placement,
  codec: Codec,
  checkpoint: (stage: string) => void,
): Promise<EncodedFile> {
  const { leastQualityPct, limitBytes, likeness, weighsAlike, dpi } = placement
  const format = formatFor(picture, placement)
  const { hasQuality } = FORMATS[format]
  const chroma = chromaFor(picture)
  const encode = async (quality: number): Promise<Uint8Array> => {
    const bytes = await encoded(quality)
    checkpoint('encode')
    return dpi === null ? bytes : withDensity(bytes, format, dpi)
  }
  const encoded = async (quality: number): Promise<Uint8Array> => {
    if (format === 'tiff') return encodeTiff(picture, dpi ?? USUAL_DPI)
    const palette = format === 'png' ? encodePalettePng(picture) : null
    return tagSrgb(palette ?? (await codec.encode(picture, format, quality, chroma)), format)
  }
  const looksTheSame = async (bytes: Uint8Array): Promise<boolean> =>
    similarity(picture, await codec.decode(bytes)) >= (likeness ?? 0)
  const least = hasQuality ? leastQualityPct : placement.qualityPct
  const fills = weighsAlike && hasQuality && limitBytes !== null
  const asked =
    hasQuality && likeness !== null && !fills
      ? await searchLikeness(encode, looksTheSame, { most: placement.qualityPct, least })
      : null
  const found =
    asked && asked.bytes.length <= (limitBytes ?? Infinity)
      ? asked
      : await searchQuality(encode, {
          most: fills ? HIGHEST_QUALITY_PCT : (asked?.qualityPct ?? placement.qualityPct),
          least,
          limitBytes,
        })
  const { width, height } = picture
  return { format, width, height, ...found }
}
