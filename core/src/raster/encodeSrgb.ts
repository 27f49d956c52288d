import { bytesAt, fixedTable, floatsAt, kernels, reserve } from '../kernels'
import { BYTE_OF_LINEAR } from './transfer'
import { assertSameSize, srgbRaster, type LinearRgba, type SrgbRgba8 } from './raster'

const byteTable = fixedTable(BYTE_OF_LINEAR)

/** Linear, premultiplied light to straight sRGB bytes; out-of-range light is clamped. */
export function srgbOfLinear(src: LinearRgba, dst: SrgbRgba8 = srgbRaster(src)): SrgbRgba8 {
  assertSameSize(src, dst)
  const stride = src.width * 4
  const [from, to] = reserve(stride * 4, stride) as [number, number] // one offset for each length
  const floats = floatsAt(from, stride)
  const bytes = bytesAt(to, stride)
  for (let y = 0; y < src.height; y++) {
    floats.set(src.data.subarray(y * stride, (y + 1) * stride))
    kernels.encodeRow(from, to, src.width, byteTable)
    dst.data.set(bytes, y * stride)
  }
  return dst
}
