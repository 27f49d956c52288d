/** Steps a unit in which values are counted. */
const STEPS = 20

/**
 * The value below which a share of all values lie, to a twentieth; 0 of none. Found by counting, which is
 * many times faster than sorting them all.
 *
 * @param values from 0 to `most`; what lies outside counts as the end.
 * @param share 0…1.
 */
export function percentile(values: ArrayLike<number>, share: number, most = 100): number {
  const top = most * STEPS
  const counts = new Uint32Array(top + 1)
  // eslint-disable-next-line @typescript-eslint/prefer-for-of -- an array-like has no iterator
  for (let i = 0; i < values.length; i++) {
    const step = Math.round(values[i]! * STEPS)
    counts[step < 0 ? 0 : step > top ? top : step]!++
  }
  const rank = Math.min(values.length - 1, Math.floor(values.length * share))
  let below = 0
  for (let step = 0; step <= top; step++) {
    below += counts[step]!
    if (below > rank) return step / STEPS
  }
  return 0
}
