import { SizeMismatchError } from './errors'

/**
 * What the numbers of a raster mean: layout, number type, transfer curve and alpha state.
 *
 * - `rgba-u8-srgb`: 4 bytes a pixel, sRGB transfer curve (IEC 61966-2-1), straight alpha.
 * - `rgba-f32-linear-premultiplied`: 4 floats a pixel, linear light with sRGB primaries,
 *   1 is display white, colour multiplied by alpha.
 * - `lab-f32`: 3 floats a pixel, CIE L*a*b* of the sRGB white (D65).
 * - `plane-u8`, `plane-f32`: one number a pixel; the name of the variable says what it is.
 */
export interface RasterData {
  'rgba-u8-srgb': Uint8ClampedArray
  'rgba-f32-linear-premultiplied': Float32Array
  'lab-f32': Float32Array
  'plane-u8': Uint8Array
  'plane-f32': Float32Array
}

export type RasterFormat = keyof RasterData

export interface Raster<F extends RasterFormat> {
  readonly format: F
  readonly width: number
  readonly height: number
  readonly data: RasterData[F]
}

export type SrgbRgba8 = Raster<'rgba-u8-srgb'>
export type LinearRgba = Raster<'rgba-f32-linear-premultiplied'>
export type LabPicture = Raster<'lab-f32'>
export type PlaneU8 = Raster<'plane-u8'>
export type PlaneF32 = Raster<'plane-f32'>

export interface Size {
  readonly width: number
  readonly height: number
}

const sized = ({ width, height }: Size, channels: number): number => {
  if (!(Number.isInteger(width) && Number.isInteger(height) && width > 0 && height > 0))
    throw new RangeError(`A raster needs whole, positive sides, not ${width} × ${height}`)
  return width * height * channels
}

/** A transparent black 8-bit picture; pass `data` to wrap pixels that exist already. */
export function srgbRaster(size: Size, data?: Uint8ClampedArray): SrgbRgba8 {
  const pixels = data ?? new Uint8ClampedArray(sized(size, 4))
  assertLength(pixels, sized(size, 4))
  return { format: 'rgba-u8-srgb', width: size.width, height: size.height, data: pixels }
}

/** A transparent black picture in linear light; pass `data` to wrap pixels that exist already. */
export function linearRaster(size: Size, data?: Float32Array): LinearRgba {
  const pixels = data ?? new Float32Array(sized(size, 4))
  assertLength(pixels, sized(size, 4))
  const { width, height } = size
  return { format: 'rgba-f32-linear-premultiplied', width, height, data: pixels }
}

/** Some whole rows of a picture, as a picture that shares its pixels. */
export function rowsOf({ width, data }: LinearRgba, first: number, rows: number): LinearRgba {
  const part = data.subarray(first * width * 4, (first + rows) * width * 4)
  return linearRaster({ width, height: rows }, part)
}

/** A Lab picture, all zero; pass `data` to wrap floats that exist already. */
export function labRaster(size: Size, data?: Float32Array): LabPicture {
  const values = data ?? new Float32Array(sized(size, 3))
  assertLength(values, sized(size, 3))
  return { format: 'lab-f32', width: size.width, height: size.height, data: values }
}

/** A plane of bytes, all zero; pass `data` to wrap bytes that exist already. */
export function planeU8(size: Size, data?: Uint8Array): PlaneU8 {
  const values = data ?? new Uint8Array(sized(size, 1))
  assertLength(values, sized(size, 1))
  return { format: 'plane-u8', width: size.width, height: size.height, data: values }
}

/** A plane of floats, all zero; pass `data` to wrap floats that exist already. */
export function planeF32(size: Size, data?: Float32Array): PlaneF32 {
  const values = data ?? new Float32Array(sized(size, 1))
  assertLength(values, sized(size, 1))
  return { format: 'plane-f32', width: size.width, height: size.height, data: values }
}

/** @throws SizeMismatchError unless both are of one size. */
export function assertSameSize(a: Size, b: Size): void {
  if (a.width !== b.width || a.height !== b.height) throw new SizeMismatchError(a, b)
}

/** @throws RangeError unless `values` holds exactly `length` numbers. */
export function assertLength(values: { readonly length: number }, length: number): void {
  if (values.length !== length)
    throw new RangeError(`Expected ${length} values but received ${values.length}`)
}
