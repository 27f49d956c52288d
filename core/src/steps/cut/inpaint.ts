/**
 * Fills what is not known of an interleaved f32 picture from what is: means are pulled down a
 * pyramid, weighted by `known` (0…1 a pixel), and pushed up again where weight was missing.
 * Returns a new array of the same layout; where `known` is 1 the value is kept. With nothing
 * known the result is 0.
 *
 * Source: Gortler, Grzeszczuk, Szeliski & Cohen 1996, The Lumigraph (the pull-push algorithm).
 */
export function pullPush(
  values: Float32Array,
  known: Float32Array,
  width: number,
  height: number,
  channels: number,
): Float32Array {
  const filled = new Float32Array(values.length)
  if (width === 1 && height === 1) {
    if (known[0]! > 0) filled.set(values)
    return filled
  }
  const halfWidth = (width + 1) >> 1
  const halfHeight = (height + 1) >> 1
  const halfValues = new Float32Array(halfWidth * halfHeight * channels)
  const halfKnown = new Float32Array(halfWidth * halfHeight)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      const j = (y >> 1) * halfWidth + (x >> 1)
      const weight = known[i]!
      if (weight === 0) continue
      halfKnown[j]! += weight
      for (let c = 0; c < channels; c++)
        halfValues[j * channels + c]! += values[i * channels + c]! * weight
    }
  for (let j = 0; j < halfKnown.length; j++) {
    const weight = halfKnown[j]!
    if (weight === 0) continue
    for (let c = 0; c < channels; c++) halfValues[j * channels + c]! /= weight
    halfKnown[j] = Math.min(1, weight)
  }
  const coarse = pullPush(halfValues, halfKnown, halfWidth, halfHeight, channels)
  const across = betweenHalves(width, halfWidth)
  const down = betweenHalves(height, halfHeight)
  for (let y = 0, i = 0; y < height; y++) {
    const above = down.first[y]! * halfWidth
    const below = down.second[y]! * halfWidth
    const fy = down.share[y]!
    for (let x = 0; x < width; x++, i++) {
      const weight = Math.min(1, known[i]!)
      const left = across.first[x]!
      const right = across.second[x]!
      const fx = across.share[x]!
      const shares = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy] as const
      const places = [above + left, above + right, below + left, below + right] as const
      for (let c = 0; c < channels; c++) {
        const pushed =
          shares[0] * coarse[places[0] * channels + c]! +
          shares[1] * coarse[places[1] * channels + c]! +
          shares[2] * coarse[places[2] * channels + c]! +
          shares[3] * coarse[places[3] * channels + c]!
        filled[i * channels + c] = values[i * channels + c]! * weight + pushed * (1 - weight)
      }
    }
  }
  return filled
}

/** For each place of a line the two of the line half as long that it lies between, and the share of the second. */
function betweenHalves(length: number, half: number) {
  const first = new Int32Array(length)
  const second = new Int32Array(length)
  const share = new Float64Array(length)
  for (let at = 0; at < length; at++) {
    const place = (at - 0.5) / 2
    first[at] = Math.max(0, Math.floor(place))
    second[at] = Math.min(half - 1, Math.floor(place) + 1)
    share[at] = place - Math.floor(place)
  }
  return { first, second, share }
}
