import type { Rgb } from './colour'

/** A 3 × 3 matrix, row by row. */
export type Matrix3 = readonly [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
]

export const IDENTITY3: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1]

/** The matrix that does `b` first and `a` after it. */
export function multiply3(a: Matrix3, b: Matrix3): Matrix3 {
  const cell = (row: number, column: number): number =>
    a[row * 3]! * b[column]! + a[row * 3 + 1]! * b[column + 3]! + a[row * 3 + 2]! * b[column + 6]!
  return [
    cell(0, 0),
    cell(0, 1),
    cell(0, 2),
    cell(1, 0),
    cell(1, 1),
    cell(1, 2),
    cell(2, 0),
    cell(2, 1),
    cell(2, 2),
  ]
}

export function transform3(m: Matrix3, [x, y, z]: Rgb): Rgb {
  return [
    m[0] * x + m[1] * y + m[2] * z,
    m[3] * x + m[4] * y + m[5] * z,
    m[6] * x + m[7] * y + m[8] * z,
  ]
}

export const diagonal3 = ([x, y, z]: Rgb): Matrix3 => [x, 0, 0, 0, y, 0, 0, 0, z]
