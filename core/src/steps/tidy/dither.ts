/** Grain below this many code values does not hide the steps of 8 bits. */
const HIDES = 0.7

/** About a code value of 8 bits at a tone, in linear light. */
const stepAt = (light: number): number => (2.2 * Math.max(1e-4, light) ** (1.2 / 2.2)) / 255

/** Noise that hides the steps of 8 bits, where grain does not: triangular, of a code value to either side. */
export function dither(x: number, y: number, c: number, light: number, grain: number): number {
  const step = stepAt(light)
  if (grain > HIDES * step) return 0
  return step * (noise(x, y, c) + noise(y, x, c + 3) - 1)
}

/** A number in 0…1 that only depends on where it is (Wang 2007, Integer hash function). */
function noise(x: number, y: number, c: number): number {
  let h = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca6b) ^ Math.imul(c + 1, 0xc2b2ae35)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39)
  return ((h ^ (h >>> 15)) >>> 0) / 4294967296
}
