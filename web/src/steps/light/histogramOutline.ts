/** The tallest of the inner bars: a white backdrop would flatten everything else. */
export const histogramTop = (channels: readonly Uint32Array[]): number =>
  Math.max(1, ...channels.flatMap((bins) => [...bins.subarray(2, 254)]))

/** A line over 128 pairs of bins, 256 wide; roots of the counts, so that small ones are seen. */
export function histogramOutline(bins: Uint32Array, most: number, height: number): string {
  const top = Math.sqrt(most * 2)
  let path = ''
  for (let i = 0; i < 256; i += 2) {
    const y = height - Math.min(1, Math.sqrt(bins[i]! + bins[i + 1]!) / top) * (height - 2)
    path += `${i === 0 ? 'M' : 'L'}${i} ${y.toFixed(1)}`
  }
  return path
}
