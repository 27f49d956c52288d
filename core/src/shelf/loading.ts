import type { Line } from '../lines'

/** A file that a page loads. */
export interface Load {
  readonly bytes: number
  /** Whether it is on the first screen: those come first, and share the line. */
  readonly isSeen: boolean
}

/** When what is seen first, and when everything, is there, in ms from asking for the page. */
export interface Loading {
  readonly seenMs: number
  readonly allMs: number
}

/** Round trips before the first byte: name, connection, encryption, the question itself. */
const TRIPS_BEFORE = 4

/**
 * How long a page takes: the page itself, then one round trip for its pictures, which come in the order of their priority
 * and share the line without loss (one multiplexed connection). What is lazy and far below is not loaded, so it is not
 * among `loads`. Servers are taken to answer at once.
 */
export function loadingOf(pageBytes: number, loads: readonly Load[], line: Line): Loading {
  const { bitsPerSecond, roundTripMs } = line
  const over = (bytes: number): number => (bytes * 8000) / bitsPerSecond
  const sum = (some: readonly Load[]): number => some.reduce((all, { bytes }) => all + bytes, 0)
  const page = TRIPS_BEFORE * roundTripMs + over(pageBytes)
  if (loads.length === 0) return { seenMs: page, allMs: page }
  const begin = page + roundTripMs
  const seen = loads.filter(({ isSeen }) => isSeen)
  return { seenMs: begin + over(sum(seen)), allMs: begin + over(sum(loads)) }
}
