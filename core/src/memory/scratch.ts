/** More floats than these are not kept between calls: 64 MB a worker is enough. */
const MAX_KEPT_FLOATS = 16_000_000

/**
 * Memory that is drawn over again and again: fresh memory of a picture's size costs as much as filling it.
 * What it holds is nobody's by the time it is asked for the next time.
 */
export class Scratch {
  #kept = new Float32Array(0)

  /** So many floats with undefined contents. */
  floats(count: number): Float32Array {
    if (count > MAX_KEPT_FLOATS) return new Float32Array(count)
    if (this.#kept.length < count) this.#kept = new Float32Array(count)
    return this.#kept.subarray(0, count)
  }
}
