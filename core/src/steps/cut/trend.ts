import type { Size } from '../../raster'

/** Terms of the polynomial: 1, x, y, x², xy, y². */
const TERMS = 6
/** Keeps the quadratic terms small where the known pixels do not determine them. */
const RIDGE = 1e-3
/** Root mean square misfit of the first channel (L) beyond which a backdrop is no smooth fall of light. */
const MISFIT = 1.2

/**
 * The quadratic polynomial in x and y that fits the known pixels best in the least squares, evaluated
 * at every pixel: three channels, interleaved. Where it does not fit (a room, a table before a wall,
 * strong shadows), or with fewer than 50 known pixels, it is 0.
 *
 * @param mostMisfit root mean square misfit of the first channel from which on it does not fit.
 */
export function fitTrend(
  values: Float32Array,
  known: Float32Array,
  { width, height }: Size,
  mostMisfit: number = MISFIT,
): Float32Array {
  const trend = new Float32Array(values.length)
  const matrix = new Float64Array(TERMS * TERMS)
  const right = new Float64Array(TERMS * 3)
  const side = Math.max(width, height)
  const term = new Float64Array(TERMS)
  const setTerm = (x: number, y: number): void => {
    const u = (2 * x - width) / side
    const v = (2 * y - height) / side
    term[0] = 1
    term[1] = u
    term[2] = v
    term[3] = u * u
    term[4] = u * v
    term[5] = v * v
  }
  let count = 0
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (!known[i]) continue
      count++
      setTerm(x, y)
      for (let a = 0; a < TERMS; a++) {
        for (let b = 0; b <= a; b++) matrix[a * TERMS + b]! += term[a]! * term[b]!
        for (let c = 0; c < 3; c++) right[a * 3 + c]! += term[a]! * values[i * 3 + c]!
      }
    }
  if (count < 50) return trend
  for (let a = 3; a < TERMS; a++) matrix[a * TERMS + a]! += RIDGE * count
  solveCholesky(matrix, right)
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 3) {
      setTerm(x, y)
      for (let c = 0; c < 3; c++) {
        let sum = 0
        for (let a = 0; a < TERMS; a++) sum += right[a * 3 + c]! * term[a]!
        trend[p + c] = sum
      }
    }
  let misfit = 0
  for (let i = 0; i < known.length; i++)
    if (known[i]) misfit += (values[i * 3]! - trend[i * 3]!) ** 2
  return Math.sqrt(misfit / count) > mostMisfit ? trend.fill(0) : trend
}

/** Solves a symmetric positive system, lower triangle given, for three right sides in place. */
function solveCholesky(matrix: Float64Array, right: Float64Array): void {
  for (let a = 0; a < TERMS; a++)
    for (let b = 0; b <= a; b++) {
      let sum = matrix[a * TERMS + b]!
      for (let k = 0; k < b; k++) sum -= matrix[a * TERMS + k]! * matrix[b * TERMS + k]!
      matrix[a * TERMS + b] =
        a === b ? Math.sqrt(Math.max(sum, 1e-12)) : sum / matrix[b * TERMS + b]!
    }
  for (let c = 0; c < 3; c++) {
    for (let a = 0; a < TERMS; a++) {
      let sum = right[a * 3 + c]!
      for (let k = 0; k < a; k++) sum -= matrix[a * TERMS + k]! * right[k * 3 + c]!
      right[a * 3 + c] = sum / matrix[a * TERMS + a]!
    }
    for (let a = TERMS - 1; a >= 0; a--) {
      let sum = right[a * 3 + c]!
      for (let k = a + 1; k < TERMS; k++) sum -= matrix[k * TERMS + a]! * right[k * 3 + c]!
      right[a * 3 + c] = sum / matrix[a * TERMS + a]!
    }
  }
}
