import { bytesAt, fixedTable, floatsAt, intsAt, kernels, reserve } from '../kernels'
import { resampleTable, CUBIC, type Kernel } from './resampleTable'
import type { PxBox } from './coordinates'
import { LINEAR_OF_BYTE } from './transfer'
import type { LinearRgba, PlaneF32, PlaneU8, Size, SrgbRgba8 } from './raster'

const linearTable = fixedTable(LINEAR_OF_BYTE)

/** Puts source row `y` as floats at `offset` of the kernels' memory; `scratch` is a row of bytes. */
type LoadRow = (y: number, offset: number, scratch: number) => void

/**
 * Separable resampling of one window, row by row: each source row is filtered along x once and
 * kept in a ring as long as a destination row needs it, so the extra memory is a few rows.
 */
function resampleRows(
  loadRow: LoadRow,
  src: Size,
  channels: 1 | 4,
  window: PxBox,
  dst: Size & { readonly data: Float32Array },
  kernel: Kernel,
): void {
  const across = resampleTable(src.width, window.x, window.width, dst.width, kernel)
  const down = resampleTable(src.height, window.y, window.height, dst.height, kernel)
  const rowFloats = dst.width * channels
  const rowBytes = (rowFloats * 4 + 63) & ~15
  const [starts, weights, downWeights, scratch, source, sum, ring] = reserve(
    across.starts.byteLength,
    across.weights.byteLength,
    down.weights.byteLength,
    src.width * 4,
    src.width * channels * 4,
    rowBytes,
    rowBytes * down.taps,
  ) as [number, number, number, number, number, number, number] // one offset for each length
  intsAt(starts, across.starts.length).set(across.starts)
  floatsAt(weights, across.weights.length).set(across.weights)
  floatsAt(downWeights, down.weights.length).set(down.weights)
  const sums = floatsAt(sum, rowFloats)
  const heldRow = new Int32Array(down.taps).fill(-1)
  const filterRow = channels === 4 ? kernels.filterRow4 : kernels.filterRow1
  for (let y = 0; y < dst.height; y++) {
    const start = down.starts[y]!
    for (let t = 0; t < down.taps; t++) {
      const slot = (start + t) % down.taps
      if (heldRow[slot] === start + t) continue
      loadRow(start + t, source, scratch)
      filterRow(source, ring + slot * rowBytes, dst.width, across.taps, starts, weights)
      heldRow[slot] = start + t
    }
    const rowWeights = downWeights + y * down.taps * 4
    kernels.sumRows(ring, rowBytes, down.taps, start, rowWeights, sum, rowFloats)
    dst.data.set(sums, y * rowFloats)
  }
}

/**
 * Resamples a window of an 8-bit picture into `dst` in linear light with premultiplied alpha.
 * Beyond the border the edge pixels go on. Overshoot of the kernel is kept, not clamped.
 */
export function resampleSrgb(
  src: SrgbRgba8,
  window: PxBox,
  dst: LinearRgba,
  kernel: Kernel = CUBIC,
): LinearRgba {
  const { width, data } = src
  const loadRow: LoadRow = (y, offset, scratch) => {
    bytesAt(scratch, width * 4).set(data.subarray(y * width * 4, (y + 1) * width * 4))
    kernels.linearRow(scratch, offset, width, linearTable)
  }
  resampleRows(loadRow, src, 4, window, dst, kernel)
  return dst
}

/** Resamples a window of a picture in linear light; otherwise as `resampleSrgb`. */
export function resampleLinear(
  src: LinearRgba,
  window: PxBox,
  dst: LinearRgba,
  kernel: Kernel = CUBIC,
): LinearRgba {
  const stride = src.width * 4
  const loadRow: LoadRow = (y, offset) => {
    floatsAt(offset, stride).set(src.data.subarray(y * stride, (y + 1) * stride))
  }
  resampleRows(loadRow, src, 4, window, dst, kernel)
  return dst
}

/** Resamples a window of a plane; bytes are read as 0…1. */
export function resamplePlane(
  src: PlaneU8 | PlaneF32,
  window: PxBox,
  dst: PlaneF32,
  kernel: Kernel = CUBIC,
): PlaneF32 {
  const { width, data } = src
  const factor = src.format === 'plane-u8' ? 1 / 255 : 1
  const loadRow: LoadRow = (y, offset) => {
    const row = floatsAt(offset, width)
    for (let x = 0, p = y * width; x < width; x++, p++) row[x] = data[p]! * factor
  }
  resampleRows(loadRow, src, 1, window, dst, kernel)
  return dst
}

/** The size that fits `src` inside a square of `longSide`, never larger than `src`. */
export function fitInside(src: Size, longSide: number): Size {
  const scale = Math.min(1, longSide / Math.max(src.width, src.height))
  return {
    width: Math.max(1, Math.round(src.width * scale)),
    height: Math.max(1, Math.round(src.height * scale)),
  }
}
