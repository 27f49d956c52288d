import { bytesAt, fixedTable, floatsAt, kernels, reserve } from '../kernels'
import type { Rgb } from './colour'
import { BYTE_OF_ROOT, byteOfLinear } from './transfer'
import { srgbRaster, type LinearRgba, type SrgbRgba8 } from './raster'

const byteTable = fixedTable(BYTE_OF_ROOT)

/**
 * Linear, premultiplied light to straight sRGB bytes; out-of-range light is clamped.
 *
 * @param ground linear light (0…1) to lay the picture on first, which makes it opaque; null keeps its
 *               alpha. Where alpha is 0 the bytes are exactly the ground's.
 */
export function srgbOfLinear(src: LinearRgba, ground: Rgb | null = null): SrgbRgba8 {
  const dst = srgbRaster(src)
  const stride = src.width * 4
  const [from, to, colour] = reserve(stride * 4, stride, 16) as [number, number, number] // one offset for each length
  const groundBytes = ground ? bytesOfGround(ground) : 0
  if (ground) floatsAt(colour, 4).set([...ground, 1])
  const floats = floatsAt(from, stride)
  const bytes = bytesAt(to, stride)
  for (let y = 0; y < src.height; y++) {
    floats.set(src.data.subarray(y * stride, (y + 1) * stride))
    if (ground) kernels.encodeRowOn(from, to, src.width, byteTable, colour, groundBytes)
    else kernels.encodeRow(from, to, src.width, byteTable)
    dst.data.set(bytes, y * stride)
  }
  return dst
}

/** An opaque colour as the four bytes of a pixel. */
function bytesOfGround(ground: Rgb): number {
  const [r, g, b] = ground.map(byteOfLinear) as [number, number, number] // as many as there were
  return r | (g << 8) | (b << 16) | (0xff << 24)
}

/** Lays a picture on an opaque colour in linear light, in place. */
export function layOnGround(picture: LinearRgba, ground: Rgb): void {
  const stride = picture.width * 4
  const [row, colour] = reserve(stride * 4, 16) as [number, number] // one offset for each length
  floatsAt(colour, 4).set([...ground, 1])
  const floats = floatsAt(row, stride)
  for (let start = 0; start < picture.data.length; start += stride) {
    floats.set(picture.data.subarray(start, start + stride))
    kernels.layRow(row, picture.width, colour)
    picture.data.set(floats, start)
  }
}
