import { KERNEL_BYTES } from './binary'

/** The kernels' functions; see core/assembly. Every pointer is an offset from `reserve`. */
interface Kernels {
  linearRow(src: number, dst: number, pixels: number, table: number): void
  boxRow(src: number, rowBytes: number, side: number, dst: number, pixels: number): void
  filterRow4(
    src: number,
    dst: number,
    width: number,
    taps: number,
    starts: number,
    weights: number,
  ): void
  filterRow1: Kernels['filterRow4']
  addRow(src: number, dst: number, count: number, weight: number): void
  convolveRow(src: number, dst: number, count: number, taps: number, weights: number): void
  encodeRow(src: number, dst: number, pixels: number, table: number): void
  encodeRowOn(
    src: number,
    dst: number,
    pixels: number,
    table: number,
    ground: number,
    groundBytes: number,
  ): void
  sumRows(
    ring: number,
    rowBytes: number,
    slots: number,
    start: number,
    weights: number,
    dst: number,
    count: number,
  ): void
  gradeRow(row: number, pixels: number, grade: number, tone: number): void
  layRow(row: number, pixels: number, colour: number): void
  octaves(
    x: number,
    y: number,
    seed: number,
    count: number,
    footprint: number,
    table: number,
  ): number
  maximumFlow(nodes: number, work: number, offsets: number): number
  densities(
    colours: number,
    pixels: number,
    mixture: number,
    components: number,
    least: number,
    dst: number,
  ): void
  squaredDistances(
    mask: number,
    width: number,
    height: number,
    dst: number,
    squares: number,
    hull: number,
  ): void
}

const PAGE_BYTES = 65536
/** Kernels work in groups of four floats and may write a little past the end of a block. */
const SLACK_BYTES = 64

const memory = new WebAssembly.Memory({ initial: 4 })

export const kernels = new WebAssembly.Instance(new WebAssembly.Module(KERNEL_BYTES), {
  env: { memory },
}).exports as Kernels // the exports are what core/assembly/index.ts exports

// The one thing in the core that a module holds, as a processor holds its registers: what is in this memory between two
// calls is nobody's, but for the tables that modules put there once as they are loaded.
// eslint-disable-next-line no-restricted-syntax -- it only grows while modules are loaded
let fixedBytes = 16

const aligned = (bytes: number): number => (bytes + 15) & ~15

function ensure(bytes: number): void {
  const missing = bytes - memory.buffer.byteLength
  if (missing > 0) memory.grow(Math.ceil(missing / PAGE_BYTES))
}

/**
 * Blocks of kernel memory for one synchronous computation: the offset of each, in order. The
 * next call hands out the same memory again. Contents are undefined. Make views of the memory
 * only afterwards, for growing it invalidates them.
 */
export function reserve(...byteLengths: number[]): number[] {
  let at = fixedBytes
  const offsets = byteLengths.map((bytes) => {
    const offset = at
    at += aligned(bytes) + SLACK_BYTES
    return offset
  })
  ensure(at)
  return offsets
}

/** Copies a table into kernel memory for good and gives its offset. */
export function fixedTable(table: Float32Array | Uint8Array): number {
  const offset = fixedBytes
  fixedBytes += aligned(table.byteLength)
  ensure(fixedBytes)
  new Uint8Array(memory.buffer, offset, table.byteLength).set(
    new Uint8Array(table.buffer, table.byteOffset, table.byteLength),
  )
  return offset
}

export const bytesAt = (offset: number, length: number): Uint8Array =>
  new Uint8Array(memory.buffer, offset, length)
export const floatsAt = (offset: number, length: number): Float32Array =>
  new Float32Array(memory.buffer, offset, length)
export const intsAt = (offset: number, length: number): Int32Array =>
  new Int32Array(memory.buffer, offset, length)
