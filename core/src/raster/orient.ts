import { srgbRaster, type SrgbRgba8 } from './raster'

/**
 * A picture set upright by its EXIF orientation: 1 is upright, 3 upside down, 6 lies on its left side,
 * 8 on its right; 2, 4, 5, 7 are mirrored as well (EXIF 2.32, tag 0x0112). Others count as 1.
 */
export function orient(picture: SrgbRgba8, orientation: number): SrgbRgba8 {
  if (!(orientation >= 2 && orientation <= 8)) return picture
  const { width, height } = picture
  const turned = orientation >= 5
  const made = srgbRaster(turned ? { width: height, height: width } : { width, height })
  const from = new Uint32Array(picture.data.buffer, picture.data.byteOffset, width * height)
  const to = new Uint32Array(made.data.buffer)
  const right = width - 1
  const bottom = height - 1
  for (let y = 0, i = 0; y < made.height; y++)
    for (let x = 0; x < made.width; x++, i++) {
      const [sx, sy] = sourceOf(orientation, x, y, right, bottom)
      to[i] = from[sy * width + sx]!
    }
  return made
}

/** Where a pixel of the upright picture comes from. */
function sourceOf(
  orientation: number,
  x: number,
  y: number,
  right: number,
  bottom: number,
): readonly [x: number, y: number] {
  switch (orientation) {
    case 2:
      return [right - x, y]
    case 3:
      return [right - x, bottom - y]
    case 4:
      return [x, bottom - y]
    case 5:
      return [y, x]
    case 6:
      return [y, bottom - x]
    case 7:
      return [right - y, bottom - x]
    default:
      return [right - y, x]
  }
}
