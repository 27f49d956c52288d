import type { HexColour, Size, SrgbRgba8 } from '../raster'
import { colourOf, plainPatch } from './plainPatch'
import type { Chroma } from './chroma'
import type { Format } from './formats'

/** The formats for which a host has an encoder; what is left is written by the core. */
export type HostFormat = Exclude<Format, 'tiff'>

export interface PreviewFile extends Size {
  readonly bytes: Uint8Array
  readonly whole: Size
}

/** What a host must be able to do with files. */
export interface Codec {
  /**
   * Decodes a photograph: upright by its EXIF orientation, converted to sRGB from its embedded
   * profile (untagged is sRGB), 8 bits a channel.
   *
   * @throws FileError when the bytes are not a whole picture.
   */
  decode(bytes: Uint8Array): Promise<SrgbRgba8>
  /**
   * A small picture of a photograph that can be decoded, upright and in sRGB, at most `sidePx` long, as
   * WebP; and the photograph's own size upright. For looking at, made as fast as the host can.
   *
   * @throws FileError as `decode`.
   */
  preview(bytes: Uint8Array, sidePx: number): Promise<PreviewFile>
  /**
   * Encodes a picture. `qualityPct` (1…100) has no effect on PNG. JPEG drops alpha.
   *
   * @param chroma how JPEG keeps colour, once for four pixels unless told otherwise; WebP has no other way,
   *   but takes more care with it.
   */
  encode(
    picture: SrgbRgba8,
    format: HostFormat,
    qualityPct: number,
    chroma?: Chroma,
  ): Promise<Uint8Array>
  /**
   * The colour as which a plain area of a colour comes out of a file; missing where the host can't tell.
   */
  plainAs?(
    colour: HexColour,
    format: HostFormat,
    qualityPct: number,
    chroma?: Chroma,
  ): Promise<HexColour>
}

/** What a codec can encode and decode it can also try on a patch. */
export function withPlain(codec: Pick<Codec, 'decode' | 'encode' | 'preview'>): Codec {
  return {
    ...codec,
    plainAs: async (colour, format, qualityPct, chroma) =>
      colourOf(
        await codec.decode(await codec.encode(plainPatch(colour), format, qualityPct, chroma)),
      ),
  }
}
