import { bytesAt, fixedTable, floatsAt, intsAt, kernels, reserve } from '../kernels'
import { resampleTable, CUBIC, POINT, type Kernel, type ResampleTable } from './resampleTable'
import type { PxBox } from './coordinates'
import { LINEAR_OF_BYTE } from './transfer'
import type { LinearRgba, PlaneF32, PlaneU8, Size, SrgbRgba8 } from './raster'

const linearTable = fixedTable(LINEAR_OF_BYTE)

/** Rows that are filtered: how each is had as floats. */
interface Rows {
  readonly size: Size
  readonly channels: 1 | 4
  /** Kernel memory that `load` needs, in bytes. */
  readonly scratchBytes: number
  /** Puts the pixels `from` … `to` − 1 of row `y` at `offset` of the kernels' memory. */
  readonly load: (y: number, from: number, to: number, offset: number, scratch: number) => void
}

/** Rows of kernel memory are this many bytes longer: kernels write in groups of sixteen floats. */
const GROUP_BYTES = 64

/**
 * Separable resampling of one window, row by row: each source row is filtered along x once and
 * kept in a ring as long as a destination row needs it, so the extra memory is a few rows. Of each row
 * only those pixels are loaded that the window needs.
 */
function resampleRows(
  { size: src, channels, scratchBytes, load }: Rows,
  window: PxBox,
  dst: Size & { readonly data: Float32Array },
  kernel: Kernel,
): void {
  const across = resampleTable(src.width, window.x, window.width, dst.width, kernel)
  const down = resampleTable(src.height, window.y, window.height, dst.height, kernel)
  const [from, to] = reachOf(across)
  const rowFloats = dst.width * channels
  const rowBytes = (rowFloats * 4 + GROUP_BYTES) & ~(GROUP_BYTES - 1)
  const [starts, weights, downWeights, scratch, source, sum, ring] = reserve(
    across.starts.byteLength,
    across.weights.byteLength,
    down.weights.byteLength,
    scratchBytes,
    (to - from) * channels * 4,
    rowBytes,
    rowBytes * down.taps,
  ) as [number, number, number, number, number, number, number] // one offset for each length
  intsAt(starts, across.starts.length).set(across.starts.map((start) => start - from))
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
      load(start + t, from, to, source, scratch)
      filterRow(source, ring + slot * rowBytes, dst.width, across.taps, starts, weights)
      heldRow[slot] = start + t
    }
    const rowWeights = downWeights + y * down.taps * 4
    kernels.sumRows(ring, rowBytes, down.taps, start, rowWeights, sum, rowFloats)
    dst.data.set(sums, y * rowFloats)
  }
}

/** The source pixels that a table takes, first and one behind the last. */
function reachOf({ starts, taps }: ResampleTable): [from: number, to: number] {
  let from = Infinity
  let to = 0
  for (const start of starts) {
    from = Math.min(from, start)
    to = Math.max(to, start + taps)
  }
  return [from, to]
}

/** The rows of an 8-bit picture in linear light. */
function srgbRows({ width, height, data }: SrgbRgba8): Rows {
  return {
    size: { width, height },
    channels: 4,
    scratchBytes: width * 4,
    load: (y, from, to, offset, scratch) => {
      const row = data.subarray((y * width + from) * 4, (y * width + to) * 4)
      bytesAt(scratch, row.length).set(row)
      kernels.linearRow(scratch, offset, to - from, linearTable)
    },
  }
}

/**
 * Rows of a picture of which each pixel is the mean of `side` × `side` of another. At the right and lower
 * border the last pixels count again.
 */
function boxRows(rows: Rows, side: number): Rows {
  const { width, height } = rows.size
  const size = { width: Math.ceil(width / side), height: Math.ceil(height / side) }
  const blockBytes = size.width * side * 16
  return {
    size,
    channels: 4,
    scratchBytes: rows.scratchBytes + 64 + blockBytes * side,
    load: (y, from, to, offset, scratch) => {
      const blocks = scratch + ((rows.scratchBytes + 63) & ~15)
      const inner = Math.min(width, to * side)
      const bytes = (to - from) * side * 16
      for (let i = 0; i < side; i++) {
        const row = blocks + i * bytes
        rows.load(Math.min(height - 1, y * side + i), from * side, inner, row, scratch)
        repeatLast(row, inner - from * side, (to - from) * side)
      }
      kernels.boxRow(blocks, bytes, side, offset, to - from)
    },
  }
}

/** Lets the last pixel of a row in kernel memory count for those that are missing. */
function repeatLast(row: number, pixels: number, wanted: number): void {
  if (pixels >= wanted) return
  const floats = floatsAt(row, wanted * 4)
  for (let x = pixels; x < wanted; x++) floats.copyWithin(x * 4, (pixels - 1) * 4, pixels * 4)
}

/** A reduction of blocks is left with at least this much to do. */
const MIN_LEFT = 1.75

/**
 * The side of the blocks that are averaged before a strong reduction: a power of two. A block's mean is
 * blind to nothing that such a reduction keeps (its response at the result's highest frequency is at least
 * cos(π / 7) = 0.90, at half of that 0.97), and costs a fraction of the kernel.
 */
function blockSide(window: PxBox, size: Size): number {
  const reduction = Math.min(window.width / size.width, window.height / size.height)
  return 2 ** Math.max(0, Math.floor(Math.log2(reduction / MIN_LEFT)))
}

/**
 * Resamples a window of an 8-bit picture into `dst` in linear light with premultiplied alpha.
 * Beyond the border the edge pixels go on. Overshoot of the kernel is kept, not clamped. What is
 * reduced by 3.5 and more is averaged in blocks first; what is picked by a kernel that does not widen never is.
 */
export function resampleSrgb(
  src: SrgbRgba8,
  window: PxBox,
  dst: LinearRgba,
  kernel: Kernel = CUBIC,
): LinearRgba {
  if (kernel === POINT) return pickSrgb(src, window, dst)
  const rows = srgbRows(src)
  const side = kernel.widens ? blockSide(window, dst) : 1
  if (side === 1) resampleRows(rows, window, dst, kernel)
  else {
    const { x, y, width, height } = window
    const part = { x: x / side, y: y / side, width: width / side, height: height / side }
    resampleRows(boxRows(rows, side), part, dst, kernel)
  }
  return dst
}

/** What `POINT` picks, without touching any other pixel. */
function pickSrgb(src: SrgbRgba8, window: PxBox, dst: LinearRgba): LinearRgba {
  const columns = pickedPlaces(window.x, window.width, dst.width, src.width)
  const rows = pickedPlaces(window.y, window.height, dst.height, src.height)
  let to = 0
  for (const row of rows)
    for (const column of columns) {
      const from = (row * src.width + column) * 4
      const alpha = src.data[from + 3]! / 255
      for (let c = 0; c < 3; c++) dst.data[to++] = LINEAR_OF_BYTE[src.data[from + c]!]! * alpha
      dst.data[to++] = alpha
    }
  return dst
}

/** The source pixel under the middle of each destination pixel of one axis. */
function pickedPlaces(start: number, length: number, pixels: number, limit: number): Int32Array {
  return Int32Array.from({ length: pixels }, (_, d) => {
    const place = Math.floor(start + ((d + 0.5) * length) / pixels)
    return Math.min(Math.max(place, 0), limit - 1)
  })
}

/** Resamples a window of a picture in linear light; otherwise as `resampleSrgb`, without blocks. */
export function resampleLinear(
  src: LinearRgba,
  window: PxBox,
  dst: LinearRgba,
  kernel: Kernel = CUBIC,
): LinearRgba {
  const { width, height, data } = src
  const rows: Rows = {
    size: { width, height },
    channels: 4,
    scratchBytes: 0,
    load: (y, from, to, offset) => {
      const row = data.subarray((y * width + from) * 4, (y * width + to) * 4)
      floatsAt(offset, row.length).set(row)
    },
  }
  resampleRows(rows, window, dst, kernel)
  return dst
}

/** Resamples a window of a plane; bytes are read as 0…1. */
export function resamplePlane(
  src: PlaneU8 | PlaneF32,
  window: PxBox,
  dst: PlaneF32,
  kernel: Kernel = CUBIC,
): PlaneF32 {
  const { width, height, data } = src
  const factor = src.format === 'plane-u8' ? 1 / 255 : 1
  const rows: Rows = {
    size: { width, height },
    channels: 1,
    scratchBytes: 0,
    load: (y, from, to, offset) => {
      const row = floatsAt(offset, to - from)
      for (let x = from, p = y * width + from; x < to; x++, p++) row[x - from] = data[p]! * factor
    },
  }
  resampleRows(rows, window, dst, kernel)
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
