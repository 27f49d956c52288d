import type { SrgbRgba8 } from '../../raster'

/** A band is at least so wide, in pixels, and no wider than this share of the picture. */
const MIN_PX = 8
const MOST = 0.25
/** Bands are this far apart in each channel, in code values. */
const STEP = 2

/**
 * Share of pixels that lie in bands, 0…1: in runs of exactly one colour, along a row or a column, with another that is
 * hardly different at both ends. Grain breaks runs up; a plain ground has no ends.
 *
 * @param counts which pixels count; all where it is missing.
 */
export function bandingOf(picture: SrgbRgba8, counts?: (i: number) => boolean): number {
  const { width, height } = picture
  const banded = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) markRuns(picture, y * width, 1, width, banded)
  for (let x = 0; x < width; x++) markRuns(picture, x, width, height, banded)
  let [all, inBands] = [0, 0]
  for (let i = 0; i < banded.length; i++) {
    if (counts && !counts(i)) continue
    all++
    inBands += banded[i]!
  }
  return all === 0 ? 0 : inBands / all
}

function markRuns(
  { data }: SrgbRgba8,
  first: number,
  stride: number,
  length: number,
  banded: Uint8Array,
): void {
  const off = (a: number, b: number): number => {
    const [p, q] = [(first + a * stride) * 4, (first + b * stride) * 4]
    return Math.max(
      Math.abs(data[p]! - data[q]!),
      Math.abs(data[p + 1]! - data[q + 1]!),
      Math.abs(data[p + 2]! - data[q + 2]!),
    )
  }
  for (let start = 0; start < length;) {
    let end = start + 1
    while (end < length && off(end, start) === 0) end++
    const run = end - start
    const isBand =
      run >= MIN_PX &&
      run <= MOST * length &&
      start > 0 &&
      end < length &&
      off(start - 1, start) <= STEP &&
      off(end, start) <= STEP
    if (isBand) for (let k = start; k < end; k++) banded[first + k * stride] = 1
    start = end
  }
}
