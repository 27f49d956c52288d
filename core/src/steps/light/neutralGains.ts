import { luminance, type Rgb } from '../../raster'
import type { BackdropRing } from '../../measure'

/**
 * Red and blue against green that a grey paper can have under the lights of a studio, from warm
 * lamps to a window's sky with the camera set for something else; a coloured paper lies outside.
 */
const RED_TO_GREEN = [0.7, 1.32] as const
const BLUE_TO_GREEN = [0.66, 1.42] as const
/** The ring must be of one colour, … */
const EVEN_SHARE = 0.8
/** … light enough to carry a colour, and not clipped. */
const DARKEST_L = 30
const BRIGHTEST = 0.985

/** Gains that make the backdrop grey at its own luminance, or null where it is not plausibly grey. */
export function neutralGains(ring: BackdropRing): Rgb | null {
  const [r, g, b] = ring.colour
  const plausible =
    ring.share >= EVEN_SHARE &&
    ring.lightness >= DARKEST_L &&
    Math.max(r, g, b) < BRIGHTEST &&
    within(r / g, RED_TO_GREEN) &&
    within(b / g, BLUE_TO_GREEN)
  if (!plausible) return null
  const y = luminance(ring.colour)
  return [y / r, y / g, y / b]
}

const within = (value: number, [low, high]: readonly [number, number]): boolean =>
  value >= low && value <= high
