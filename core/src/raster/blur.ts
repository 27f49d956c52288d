import { floatsAt, kernels, reserve } from '../kernels'
import { assertSameSize, type PlaneF32 } from './raster'

/**
 * Box blur of one plane in place, three passes: close to a Gaussian of the same variance.
 * Beyond the border the edge values go on. Cost does not depend on the radius.
 *
 * @param radiusPx    half width of the box; 0 changes nothing.
 * @param scratch     f32, at least as many values as the plane; contents undefined afterwards.
 * Source: Wells 1986, Efficient synthesis of Gaussian filters by cascaded uniform filters.
 */
export function softenPlane(plane: PlaneF32, radiusPx: number, scratch: Float32Array): void {
  softenInterleaved(plane.data, plane.width, plane.height, 1, radiusPx, scratch)
}

/** `softenPlane` for `channels` interleaved values a pixel. */
export function softenInterleaved(
  data: Float32Array,
  width: number,
  height: number,
  channels: number,
  radiusPx: number,
  scratch: Float32Array,
): void {
  const radius = Math.round(radiusPx)
  if (radius < 1) return
  if (scratch.length < data.length) throw new RangeError('softenInterleaved: scratch is too short')
  for (let pass = 0; pass < 3; pass++) {
    boxRows(data, scratch, width, height, channels, radius)
    boxColumns(scratch, data, width, height, channels, radius)
  }
}

function boxRows(
  src: Float32Array,
  dst: Float32Array,
  width: number,
  height: number,
  channels: number,
  radius: number,
): void {
  const norm = 1 / (2 * radius + 1)
  for (let y = 0; y < height; y++) {
    for (let c = 0; c < channels; c++) {
      const base = y * width * channels + c
      const last = base + (width - 1) * channels
      let sum = src[base]! * (radius + 1)
      for (let i = 1; i <= radius; i++) sum += src[Math.min(base + i * channels, last)]!
      for (let x = 0; x < width; x++) {
        dst[base + x * channels] = sum * norm
        const enter = x + radius + 1
        const leave = x - radius
        sum += src[enter < width ? base + enter * channels : last]!
        sum -= src[leave > 0 ? base + leave * channels : base]!
      }
    }
  }
}

/** Columns are summed a row at a time, so that memory is read in order. */
function boxColumns(
  src: Float32Array,
  dst: Float32Array,
  width: number,
  height: number,
  channels: number,
  radius: number,
): void {
  const norm = 1 / (2 * radius + 1)
  const stride = width * channels
  const sums = new Float64Array(stride)
  const rowAt = (y: number): number => Math.min(Math.max(y, 0), height - 1) * stride
  for (let y = -radius; y <= radius; y++) {
    const row = rowAt(y)
    for (let i = 0; i < stride; i++) sums[i]! += src[row + i]!
  }
  for (let y = 0; y < height; y++) {
    const at = y * stride
    const enter = rowAt(y + radius + 1)
    const leave = rowAt(y - radius)
    for (let i = 0; i < stride; i++) {
      dst[at + i] = sums[i]! * norm
      sums[i]! += src[enter + i]! - src[leave + i]!
    }
  }
}

/**
 * Gaussian blur of one plane into `dst`, for small sigmas (kernel cut at 3 σ).
 * Beyond the border the edge values go on. `dst` may be `src`.
 */
export function gaussianBlur(src: PlaneF32, sigmaPx: number, dst: PlaneF32): PlaneF32 {
  assertSameSize(src, dst)
  const { width, height } = src
  const weights = gaussianWeights(sigmaPx)
  const reach = (weights.length - 1) / 2
  const rowBytes = (width * 4 + 79) & ~15
  const [kernel, padded, sum, middle] = reserve(
    weights.byteLength,
    (width + reach * 2) * 4,
    rowBytes,
    rowBytes * height,
  ) as [number, number, number, number] // one offset for each length
  floatsAt(kernel, weights.length).set(weights)
  const line = floatsAt(padded, width + reach * 2)
  for (let y = 0; y < height; y++) {
    const row = src.data.subarray(y * width, (y + 1) * width)
    line.set(row, reach)
    line.fill(row[0]!, 0, reach)
    line.fill(row[width - 1]!, reach + width)
    kernels.convolveRow(padded, middle + y * rowBytes, width, weights.length, kernel)
  }
  const sums = floatsAt(sum, width)
  for (let y = 0; y < height; y++) {
    sums.fill(0)
    for (let k = 0; k < weights.length; k++) {
      const from = Math.min(Math.max(y + k - reach, 0), height - 1)
      kernels.addRow(middle + from * rowBytes, sum, width, weights[k]!)
    }
    dst.data.set(sums, y * width)
  }
  return dst
}

function gaussianWeights(sigmaPx: number): Float32Array {
  const reach = Math.max(1, Math.ceil(sigmaPx * 3))
  const weights = Float32Array.from({ length: reach * 2 + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigmaPx * sigmaPx)),
  )
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  return weights.map((weight) => weight / total)
}
