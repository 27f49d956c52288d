/** Relative light below which a pixel can no longer be shaded backdrop, and above which it fully can. */
const DARKEST = 0.04
const LIGHT = 0.12
const CHROMA_TOLERANCE = 2.2
const DRIFT_L = 6
const DRIFT_CHROMA = 3

/**
 * How well a colour can be backdrop in less light, 0…1. In a shadow Lab shrinks towards black:
 * for backdrop (L₀, a₀, b₀) and lightness L, k = (L+16)/(L₀+16), a = k·a₀, b = k·b₀, and the light
 * is k³. A small drift of lightness and colour, as in a cove, is compatible as well.
 */
export function shadeOf(lab: Float32Array, plate: Float32Array, i: number): number {
  const p = i * 3
  const l0 = plate[p]!
  const k = (lab[p]! + 16) / (l0 + 16)
  const light = k * k * k
  const da = lab[p + 1]! - k * plate[p + 1]!
  const db = lab[p + 2]! - k * plate[p + 2]!
  const chroma2 = da * da + db * db
  const shadow =
    k > 1.02
      ? 0
      : Math.exp(-chroma2 / (2 * CHROMA_TOLERANCE ** 2)) *
        Math.min(1, Math.max(0, (light - DARKEST) / (LIGHT - DARKEST)))
  const dl = lab[p]! - l0
  const ca = lab[p + 1]! - plate[p + 1]!
  const cb = lab[p + 2]! - plate[p + 2]!
  const drift =
    Math.exp(-(dl * dl) / (2 * DRIFT_L ** 2)) *
    Math.exp(-(ca * ca + cb * cb) / (2 * DRIFT_CHROMA ** 2))
  return Math.max(shadow, drift)
}

/** Light at a pixel relative to the bare backdrop there, 1 is the same; at most 1.5. */
export function lightOf(lab: Float32Array, plate: Float32Array, i: number): number {
  return Math.min(1.5, ((lab[i * 3]! + 16) / (plate[i * 3]! + 16)) ** 3)
}
