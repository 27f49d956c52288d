import { strFromU8 } from 'fflate'
import { linearToSrgb, srgbToLinear } from '../../raster'

/** A colour table: size³ colours, red changing fastest; in and out are sRGB values 0…1. */
export interface CubeLut {
  readonly title: string
  readonly size: number
  readonly table: Float32Array
}

/** Why a .cube file cannot be read. */
export class CubeError extends Error {
  override readonly name = 'CubeError'
}

const LARGEST = 65

/**
 * Reads a 3D colour table in the open .cube format (`LUT_3D_SIZE`, optional
 * `TITLE`, `DOMAIN_MIN`, `DOMAIN_MAX`, then size³ lines of three numbers, red fastest).
 *
 * @throws CubeError naming the line.
 */
export function parseCube(text: string): CubeLut {
  let title = ''
  let size = 0
  let low: readonly number[] = [0, 0, 0]
  let high: readonly number[] = [1, 1, 1]
  const values: number[] = []
  text.split(/\r\n|\r|\n/).forEach((raw, index) => {
    const line = raw.trim()
    if (line === '' || line.startsWith('#')) return
    const fail = (why: string): never => {
      throw new CubeError(`line ${index + 1}: ${why}`)
    }
    const [word = '', ...rest] = line.split(/\s+/)
    if (word === 'TITLE') title = line.slice(5).trim().replace(/^"|"$/g, '')
    else if (word === 'LUT_1D_SIZE') fail('a one-dimensional table; a 3D one is needed')
    else if (word === 'LUT_3D_SIZE') {
      size = Number(rest[0])
      if (!(Number.isInteger(size) && size >= 2 && size <= LARGEST))
        fail(`a size from 2 to ${LARGEST} is needed, not ${rest[0] ?? 'nothing'}`)
    } else if (word === 'DOMAIN_MIN') low = numbers(rest) ?? fail('three numbers are needed')
    else if (word === 'DOMAIN_MAX') high = numbers(rest) ?? fail('three numbers are needed')
    else if (/^[A-Z]/.test(word)) return
    else values.push(...(numbers([word, ...rest]) ?? fail('three numbers are needed')))
  })
  if (size === 0) throw new CubeError('LUT_3D_SIZE is missing')
  if (values.length !== size ** 3 * 3)
    throw new CubeError(`${size ** 3} colours are needed, it has ${Math.floor(values.length / 3)}`)
  if (low.some((v) => v !== 0) || high.some((v) => v !== 1))
    throw new CubeError('its domain isn’t 0 to 1')
  return { title, size, table: Float32Array.from(values) }
}

function numbers(words: readonly string[]): number[] | null {
  const values = words.map(Number)
  return words.length === 3 && values.every(Number.isFinite) ? values : null
}

/**
 * The table of a .cube file's bytes.
 *
 * @throws CubeError as `parseCube`.
 */
export const readCubeAsset = (bytes: Uint8Array): CubeLut => parseCube(strFromU8(bytes))

/** Writes a table as .cube text with six decimals; `parseCube` reads it again. */
export function formatCube({ title, size, table }: CubeLut): string {
  const lines = [`TITLE "${title.replaceAll('"', "'")}"`, `LUT_3D_SIZE ${size}`]
  for (let i = 0; i < table.length; i += 3)
    lines.push([...table.subarray(i, i + 3)].map((value) => value.toFixed(6)).join(' '))
  return `${lines.join('\n')}\n`
}

/**
 * Makes a table of anything that changes pixels in linear light in place.
 *
 * @param change gets size³ opaque pixels, premultiplied RGBA in linear light.
 */
export function sampleCube(
  title: string,
  size: number,
  change: (data: Float32Array) => void,
): CubeLut {
  const pixels = new Float32Array(size ** 3 * 4)
  const step = (i: number): number => srgbToLinear(i / (size - 1))
  let p = 0
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++, p += 4) pixels.set([step(r), step(g), step(b), 1], p)
  change(pixels)
  const table = new Float32Array(size ** 3 * 3)
  for (let i = 0; i < size ** 3; i++)
    for (let c = 0; c < 3; c++) table[i * 3 + c] = linearToSrgb(pixels[i * 4 + c]!)
  return { title, size, table }
}

/**
 * Applies a table in place to premultiplied pixels in linear light, mixed with the picture by strength.
 *
 * Source: tetrahedral interpolation, Sakamoto & Itooka 1981, US patent 4275413 (expired).
 */
export function applyCube(data: Float32Array, { size, table }: CubeLut, strength01: number): void {
  const top = size - 1
  const strideG = size * 3
  const strideB = size * size * 3
  for (let p = 0; p < data.length; p += 4) {
    const alpha = data[p + 3]!
    if (alpha <= 0) continue
    const r = linearToSrgb(data[p]! / alpha) * top
    const g = linearToSrgb(data[p + 1]! / alpha) * top
    const b = linearToSrgb(data[p + 2]! / alpha) * top
    const cellR = Math.min(top - 1, r | 0)
    const cellG = Math.min(top - 1, g | 0)
    const cellB = Math.min(top - 1, b | 0)
    // The walk from the cell's darkest corner to its lightest goes along the largest share first.
    let share1 = r - cellR
    let share2 = g - cellG
    let share3 = b - cellB
    let stride1 = 3
    let stride2 = strideG
    let stride3 = strideB
    if (share1 < share2) {
      ;[share1, share2] = [share2, share1]
      ;[stride1, stride2] = [stride2, stride1]
    }
    if (share2 < share3) {
      ;[share2, share3] = [share3, share2]
      ;[stride2, stride3] = [stride3, stride2]
    }
    if (share1 < share2) {
      ;[share1, share2] = [share2, share1]
      ;[stride1, stride2] = [stride2, stride1]
    }
    const corner = cellR * 3 + cellG * strideG + cellB * strideB
    for (let c = 0; c < 3; c++) {
      const value =
        table[corner + c]! * (1 - share1) +
        table[corner + c + stride1]! * (share1 - share2) +
        table[corner + c + stride1 + stride2]! * (share2 - share3) +
        table[corner + c + stride1 + stride2 + stride3]! * share3
      const graded = srgbToLinear(value) * alpha
      data[p + c]! += (graded - data[p + c]!) * strength01
    }
  }
}
