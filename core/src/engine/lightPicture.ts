import { bytesAt, fixedTable, floatsAt, kernels, reserve } from '../kernels'
import { BYTE_OF_ROOT, LINEAR_OF_BYTE } from '../raster/transfer'
import { srgbRaster, type LinearRgba, type SrgbRgba8 } from '../raster'
import { applyFlatten, applyGrade, type Composition } from '../steps'

/** Rows that are worked on at a time; the floats of a band stay small. */
const BAND_ROWS = 32

const linearTable = fixedTable(LINEAR_OF_BYTE)
const byteTable = fixedTable(BYTE_OF_ROOT)

/** The whole photograph of a composition after Light, at its own size. Alpha is kept. */
export function lightPicture({ original, grade, flatten }: LightOf): SrgbRgba8 {
  const { width, height } = original
  const made = srgbRaster(original)
  const stride = width * 4
  const band = new Float32Array(BAND_ROWS * stride)
  const [bytes, floats] = reserve(stride, stride * 4) as [number, number] // one offset for each length
  for (let top = 0; top < height; top += BAND_ROWS) {
    const rows = Math.min(BAND_ROWS, height - top)
    const data = band.subarray(0, rows * stride)
    for (let y = 0; y < rows; y++) {
      const start = (top + y) * stride
      bytesAt(bytes, stride).set(original.data.subarray(start, start + stride))
      kernels.linearRow(bytes, floats, width, linearTable)
      data.set(floatsAt(floats, stride), y * stride)
    }
    if (flatten) {
      const part: LinearRgba = {
        format: 'rgba-f32-linear-premultiplied',
        width,
        height: rows,
        data,
      }
      applyFlatten(part, flatten, { x: 0, y: top / height, width: 1, height: rows / height }, null)
    }
    applyGrade(data, grade)
    // Flattening uses the kernels' memory as well: it is reserved anew.
    reserve(stride, stride * 4)
    for (let y = 0; y < rows; y++) {
      floatsAt(floats, stride).set(data.subarray(y * stride, (y + 1) * stride))
      kernels.encodeRow(floats, bytes, width, byteTable)
      made.data.set(bytesAt(bytes, stride), (top + y) * stride)
    }
  }
  return made
}

export type LightOf = Pick<Composition, 'original' | 'grade' | 'flatten'>
