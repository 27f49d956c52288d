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

/**
 * The lowest quality between `least` and `most` whose file is good enough, by bisection; the file at `most`
 * where none below it is.
 *
 * @param isGood judges a file; what is good at one quality must be so at every higher one.
 */
export async function searchLikeness(
  encode: (qualityPct: number) => Promise<Uint8Array>,
  isGood: (bytes: Uint8Array) => Promise<boolean>,
  { most, least }: { most: number; least: number },
): Promise<Attempt> {
  let low = least - 1
  let best: Attempt = { bytes: await encode(most), qualityPct: most }
  while (best.qualityPct - low > 1) {
    const qualityPct = (low + best.qualityPct) >> 1
    const bytes = await encode(qualityPct)
    if (await isGood(bytes)) best = { bytes, qualityPct }
    else low = qualityPct
  }
  return best
}
