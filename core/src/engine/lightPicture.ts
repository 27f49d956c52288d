import { bytesAt, fixedTable, kernels } from '../kernels'
import { BYTE_OF_ROOT, LINEAR_OF_BYTE } from '../raster/transfer'
import { linearRaster, srgbOfLinear, srgbRaster, type SrgbRgba8 } from '../raster'
import { applyFlatten, applyGrade, reserveGrade, type LightPlan } from '../steps'

/** Rows that are flattened at a time; their floats stay small. */
const BAND_ROWS = 32

const linearTable = fixedTable(LINEAR_OF_BYTE)
const byteTable = fixedTable(BYTE_OF_ROOT)

type LightOf = Pick<LightPlan, 'grade' | 'flatten'>

/** A whole photograph after Light, at the size that it is given at. Alpha is kept. */
export function lightPicture(picture: SrgbRgba8, light: LightOf): SrgbRgba8 {
  const { flatten, grade } = light
  return flatten || grade.cube ? lightInBands(picture, light) : lightByRows(picture, light)
}

/** Without what needs more than a pixel's own colour, a row never leaves the kernels' memory. */
function lightByRows(original: SrgbRgba8, { grade }: LightOf): SrgbRgba8 {
  const { width, height } = original
  const made = srgbRaster(original)
  const stride = width * 4
  const [floats, numbers, tone, bytes] = reserveGrade(stride * 4, grade, stride) as [
    number,
    number,
    number,
    number,
  ] // as asked for
  const row = bytesAt(bytes, stride)
  for (let start = 0, y = 0; y < height; y++, start += stride) {
    row.set(original.data.subarray(start, start + stride))
    kernels.linearRow(bytes, floats, width, linearTable)
    kernels.gradeRow(floats, width, numbers, tone)
    kernels.encodeRow(floats, bytes, width, byteTable)
    made.data.set(row, start)
  }
  return made
}

function lightInBands(original: SrgbRgba8, { grade, flatten }: LightOf): SrgbRgba8 {
  const { width, height } = original
  const made = srgbRaster(original)
  const stride = width * 4
  for (let top = 0; top < height; top += BAND_ROWS) {
    const rows = Math.min(BAND_ROWS, height - top)
    const band = linearRaster({ width, height: rows })
    const bytes = original.data.subarray(top * stride, (top + rows) * stride)
    for (let i = 0; i < bytes.length; i++)
      band.data[i] = i % 4 === 3 ? bytes[i]! / 255 : LINEAR_OF_BYTE[bytes[i]!]!
    const part = { x: 0, y: top / height, width: 1, height: rows / height }
    if (flatten) applyFlatten(band, flatten, part, null)
    applyGrade(band.data, grade)
    made.data.set(srgbOfLinear(band).data, top * stride)
  }
  return made
}
