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
import type { HexColour, SrgbRgba8 } from '../raster'
import { formatFor, searchLikeness, searchQuality, similarityTo } from '../steps'
import { qualitiesNear } from './exactGround'

/** Beyond this a file only grows. */
const HIGHEST_QUALITY_PCT = 98

/** A file as it was encoded. */
export interface EncodedFile {
  readonly format: Format
  readonly bytes: Uint8Array
  readonly width: number
  readonly height: number
  readonly qualityPct: number
  /** The colour of the plain ground as it comes out of the file; null where the ground is not one colour. */
  readonly ground: HexColour | null
  /** How like the picture the file is, 0…1, where its placement asks that it looks the same; null otherwise. */
  readonly likeness: number | null
}

/** What is known of a picture besides its pixels. */
export interface Drawn {
  /** The colour of its ground where that is one; null otherwise. */
  readonly ground: HexColour | null
  /** What its photograph says of its density, in pixels an inch; null where it says nothing. */
  readonly dpi: number | null
}

/**
 * Encodes a picture as a placement asks, in its format or the one that suits what it is: at its quality; or at
 * the lowest that looks the same; lower than either as far as its byte limit demands; or as high as that allows,
 * where a set is to weigh alike. Where a plain ground would not come out in its own colour, a quality nearby at which
 * it does takes its place.
 *
 * @param checkpoint called after each try; throws to stop.
 */
export async function encodeRendition(
  picture: SrgbRgba8,
  placement: Placement,
  { ground, dpi: ownDpi }: Drawn,
  codec: Codec,
  checkpoint: (stage: string) => void,
): Promise<EncodedFile> {
  const { leastQualityPct, limitBytes, likeness, weighsAlike } = placement
  const dpi = placement.dpi ?? ownDpi
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
  const toPicture = likeness === null ? null : similarityTo(picture)
  const likenessOf = async (bytes: Uint8Array): Promise<number> =>
    toPicture?.(await codec.decode(bytes)) ?? 1
  const likenesses = new Map<Uint8Array, number>()
  const looksTheSame = async (bytes: Uint8Array): Promise<boolean> => {
    const found = await likenessOf(bytes)
    likenesses.set(bytes, found)
    return found >= (likeness ?? 0)
  }
  const whole = async (
    attempt: Pick<EncodedFile, 'bytes' | 'qualityPct'>,
    comesOut: HexColour | null,
  ): Promise<EncodedFile> => {
    const { bytes } = attempt
    const like = likeness === null ? null : (likenesses.get(bytes) ?? (await likenessOf(bytes)))
    return {
      format,
      width: picture.width,
      height: picture.height,
      ...attempt,
      ground: comesOut,
      likeness: like,
    }
  }
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
  const { plainAs } = codec
  if (ground === null || format === 'tiff' || !hasQuality || !plainAs) return whole(found, ground)
  const comesOutAs = (quality: number): Promise<HexColour> =>
    plainAs(ground, format, quality, chroma)
  // Below what was asked only a limit leads; what must look the same goes no lower.
  const lowest = limitBytes !== null && likeness === null ? least : found.qualityPct
  const near = qualitiesNear(found.qualityPct, { least: lowest, most: HIGHEST_QUALITY_PCT })
  for (const qualityPct of near) {
    if ((await comesOutAs(qualityPct)) !== ground) continue
    if (qualityPct === found.qualityPct) return whole(found, ground)
    const bytes = await encode(qualityPct)
    if (bytes.length <= (limitBytes ?? Infinity)) return whole({ bytes, qualityPct }, ground)
  }
  return whole(found, await comesOutAs(found.qualityPct))
}
