import { floatsAt, kernels, reserve } from '../../kernels'
import { IDENTITY3 } from '../../raster'
import { applyCube } from './cube'
import { isIdentity, type Grade } from './grade'

/** Pixels that are worked on at a time. */
const CHUNK_PIXELS = 8192
/** Highest light that pressing together leads to: below what counts as clipped. */
const CEILING = 0.99
/** Where pressing begins; the kernel has the same. */
const KNEE = 0.88

/**
 * Applies a grade in place to pixels in linear light, premultiplied RGBA.
 *
 * In order: the neutral's gains (a von Kries adaptation in the primaries of sRGB, whose sharpness suits
 * it: Süsstrunk, Holm & Finlayson 2001, Chromatic adaptation performance of different RGB sensors),
 * with clipped highlights kept neutral and the rest kept below clipping; exposure and white in linear
 * light; tone by luminance, so that hues stay; colourfulness about luminance; colours beyond the
 * screen drawn in towards grey of their luminance; the colour table last.
 *
 * @param data 4 floats a pixel; any number of pixels.
 */
export function applyGrade(data: Float32Array, grade: Grade): void {
  if (isIdentity(grade)) return
  const chunk = Math.min(CHUNK_PIXELS * 4, data.length)
  const [row, numbers, tone] = reserveGrade(chunk * 4, grade) as [number, number, number] // as asked for
  for (let start = 0; start < data.length; start += chunk) {
    const part = data.subarray(start, start + chunk)
    const held = floatsAt(row, part.length)
    held.set(part)
    kernels.gradeRow(row, part.length / 4, numbers, tone)
    part.set(held)
  }
  if (grade.cube) applyCube(data, grade.cube.lut, grade.cube.strength01)
}

/**
 * Kernel memory for `gradeRow`: offsets of a block of the asked size, of the grade's numbers, and of its
 * tone table, the latter two filled; then blocks of the further sizes.
 */
export function reserveGrade(bytes: number, grade: Grade, ...further: number[]): number[] {
  const numbers = numbersOf(grade)
  const table = grade.tone ?? new Float32Array(2)
  const offsets = reserve(bytes, numbers.byteLength, table.byteLength, ...further)
  floatsAt(offsets[1]!, numbers.length).set(numbers)
  floatsAt(offsets[2]!, table.length).set(table)
  return offsets
}

/** A grade as the kernel reads it. */
function numbersOf({ gains, matrix, tone, saturation, vibrance }: Grade): Float32Array {
  const neutralises = gains.some((gain) => gain !== 1)
  const top = Math.max(...gains)
  const pressing = top > 1 ? 1 / (CEILING - KNEE) - 1 / (top - KNEE) : 0
  return Float32Array.of(
    ...gains,
    neutralises ? 1 : 0,
    pressing,
    ...(matrix ?? IDENTITY3),
    matrix ? 1 : 0,
    saturation,
    vibrance,
    saturation !== 1 || vibrance !== 0 ? 1 : 0,
    tone ? 1 : 0,
  )
}
