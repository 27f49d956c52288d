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
  for (let y = 0; y < height; y++) {
    const sy = (y - 0.5) / 2
    const y0 = Math.max(0, Math.floor(sy))
    const y1 = Math.min(halfHeight - 1, Math.floor(sy) + 1)
    const fy = sy - Math.floor(sy)
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      const weight = Math.min(1, known[i]!)
      const sx = (x - 0.5) / 2
      const x0 = Math.max(0, Math.floor(sx))
      const x1 = Math.min(halfWidth - 1, Math.floor(sx) + 1)
      const fx = sx - Math.floor(sx)
      for (let c = 0; c < channels; c++) {
        const at = (yy: number, xx: number): number => coarse[(yy * halfWidth + xx) * channels + c]!
        const top = at(y0, x0) * (1 - fx) + at(y0, x1) * fx
        const bottom = at(y1, x0) * (1 - fx) + at(y1, x1) * fx
        const pushed = top * (1 - fy) + bottom * fy
        filled[i * channels + c] = values[i * channels + c]! * weight + pushed * (1 - weight)
      }
    }
  }
  return filled
}
