import type { SrgbRgba8 } from '../raster'
import type { Format } from '../steps'

/** What a host must be able to do with files. */
export interface Codec {
  /**
   * Decodes a photograph: upright by its EXIF orientation, converted to sRGB from its embedded
   * profile (untagged is sRGB), 8 bits a channel.
   *
   * @throws FileError when the bytes are not a whole picture.
   */
  decode(bytes: Uint8Array): Promise<SrgbRgba8>
  /** Encodes a picture. `qualityPct` (1…100) has no effect on PNG. JPEG drops alpha. */
  encode(picture: SrgbRgba8, format: Format, qualityPct: number): Promise<Uint8Array>
}
