/** The middle of values; the mean of the two in the middle of an even number; null of none. */
export function median(values: Iterable<number>): number | null {
  const sorted = Float64Array.from(values).sort()
  const half = sorted.length >> 1
  if (sorted.length === 0) return null
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
