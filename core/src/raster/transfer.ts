/** Where the sRGB curve turns from straight to power (IEC 61966-2-1). */
const SRGB_KNEE = 0.04045
const LINEAR_KNEE = 0.0031308

/** One sRGB component (0…1) to linear light (0…1). */
export function srgbToLinear(srgb01: number): number {
  return srgb01 <= SRGB_KNEE ? srgb01 / 12.92 : ((srgb01 + 0.055) / 1.055) ** 2.4
}

/** One component in linear light to sRGB; below 0 and above 1 it is clamped. */
export function linearToSrgb(linear01: number): number {
  const l = Math.min(1, Math.max(0, linear01))
  return l <= LINEAR_KNEE ? l * 12.92 : 1.055 * l ** (1 / 2.4) - 0.055
}

/** `linearToSrgb` for each square root of linear light, in steps; one more than there are steps. */
const SRGB_OF_ROOT = Float64Array.from({ length: 4097 }, (_, i) => linearToSrgb((i / 4096) ** 2))

/** `linearToSrgb` from a table, to a millionth, for whole pictures. */
export function tabledSrgb(linear01: number): number {
  const at = Math.sqrt(Math.min(1, Math.max(0, linear01))) * 4096
  const step = Math.min(4095, at | 0)
  const low = SRGB_OF_ROOT[step]!
  return low + (SRGB_OF_ROOT[step + 1]! - low) * (at - step)
}

/** Linear light for each sRGB byte. */
export const LINEAR_OF_BYTE: Float32Array = Float32Array.from({ length: 256 }, (_, byte) =>
  srgbToLinear(byte / 255),
)

/** Steps of `BYTE_OF_ROOT`. */
export const ROOT_STEPS = 4095

/**
 * sRGB byte for the square root of linear light: `BYTE_OF_ROOT[(√x · 4095 + 0.5) | 0]`. A step is at
 * most 0.07 bytes, so a byte is at most that far from the exact curve before rounding, and every byte
 * survives the way to linear light and back.
 */
export const BYTE_OF_ROOT: Uint8Array = Uint8Array.from({ length: ROOT_STEPS + 1 }, (_, i) =>
  Math.round(linearToSrgb((i / ROOT_STEPS) ** 2) * 255),
)

/** The sRGB byte of one component in linear light, clamped to 0…255. */
export function byteOfLinear(linear01: number): number {
  const clamped = linear01 <= 0 ? 0 : linear01 >= 1 ? 1 : linear01
  return BYTE_OF_ROOT[(Math.sqrt(clamped) * ROOT_STEPS + 0.5) | 0]!
}
