/** Result of encoding at one quality. */
export interface Attempt {
  readonly bytes: Uint8Array
  readonly qualityPct: number
}

/**
 * The highest quality between `least` and `most` whose file is within `limitBytes`, by bisection; or
 * the file at `least` when none is. Formats whose size does not depend on quality are encoded once.
 *
 * @param encode encodes at a quality in per cent; its size must not shrink as quality grows.
 */
export async function searchQuality(
  encode: (qualityPct: number) => Promise<Uint8Array>,
  { most, least, limitBytes }: { most: number; least: number; limitBytes: number | null },
): Promise<Attempt> {
  const attempt = async (qualityPct: number): Promise<Attempt> => ({
    bytes: await encode(qualityPct),
    qualityPct,
  })
  const first = await attempt(most)
  if (limitBytes === null || first.bytes.length <= limitBytes || least >= most) return first
  let best = await attempt(least)
  if (best.bytes.length > limitBytes) return best
  let low = least
  let high = most
  while (high - low > 1) {
    const middle = (low + high) >> 1
    const tried = await attempt(middle)
    if (tried.bytes.length <= limitBytes) {
      best = tried
      low = middle
    } else high = middle
  }
  return best
}
