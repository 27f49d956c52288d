import type { SrgbRgba8 } from '../../raster'

/** Side of a window, and the step from one to the next, in pixels. */
const WINDOW = 8
const STEP = 4
/** Constants of the measure for values of 0…255. */
const C1 = (0.01 * 255) ** 2
const C2 = (0.03 * 255) ** 2

/**
 * How like two pictures of one size are, 0…1: the mean over windows of their structural similarity in
 * luma (Wang, Bovik, Sheikh & Simoncelli 2004, Image quality assessment: from error visibility to structural
 * similarity), with even windows of 8 × 8. Windows in which neither has any structure, such as a ground of
 * one colour, do not count: they would make every picture with much ground look alike.
 */
export function similarity(one: SrgbRgba8, other: SrgbRgba8): number {
  const { width, height } = one
  const a = lumaOf(one)
  const b = lumaOf(other)
  let sum = 0
  let count = 0
  for (let y = 0; y + WINDOW <= height; y += STEP)
    for (let x = 0; x + WINDOW <= width; x += STEP) {
      let [sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0]
      for (let j = 0; j < WINDOW; j++)
        for (let i = (y + j) * width + x, end = i + WINDOW; i < end; i++) {
          const va = a[i]!
          const vb = b[i]!
          sa += va
          sb += vb
          saa += va * va
          sbb += vb * vb
          sab += va * vb
        }
      const n = WINDOW * WINDOW
      const ma = sa / n
      const mb = sb / n
      const varA = saa / n - ma * ma
      const varB = sbb / n - mb * mb
      if (varA < PLAIN && varB < PLAIN) continue
      const cov = sab / n - ma * mb
      sum += ((2 * ma * mb + C1) * (2 * cov + C2)) / ((ma * ma + mb * mb + C1) * (varA + varB + C2))
      count++
    }
  return count === 0 ? 1 : sum / count
}

/** Variance of luma below which a window is plain. */
const PLAIN = 0.05

/** Luma of a picture as it is seen on white. */
function lumaOf({ width, height, data }: SrgbRgba8): Float32Array {
  const luma = new Float32Array(width * height)
  for (let i = 0, p = 0; i < luma.length; i++, p += 4) {
    const a = data[p + 3]! / 255
    const v = 0.299 * data[p]! + 0.587 * data[p + 1]! + 0.114 * data[p + 2]!
    luma[i] = a * v + (1 - a) * 255
  }
  return luma
}
