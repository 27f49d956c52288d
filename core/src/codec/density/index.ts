import type { Format } from '../formats'
import { withJpegDensity } from './jpegDensity'
import { withPngDensity } from './pngDensity'
import { withWebpDensity } from './webpDensity'

export { densityOf, statedDensity, USUAL_DPI } from './readDensity'

/** The formats that can say a density. */
export const WITH_DENSITY = ['jpeg', 'png', 'webp', 'tiff'] as const satisfies readonly Format[]

/**
 * A finished file that says its density, in pixels an inch. AVIF has no place for one, and a TIFF was
 * written with it: both stay as they are.
 *
 * @param bytes a file as `tagSrgb` leaves it.
 */
export function withDensity(bytes: Uint8Array, format: Format, dpi: number): Uint8Array {
  switch (format) {
    case 'jpeg':
      return withJpegDensity(bytes, dpi)
    case 'png':
      return withPngDensity(bytes, dpi)
    case 'webp':
      return withWebpDensity(bytes, dpi)
    case 'avif':
    case 'tiff':
      return bytes
  }
}
