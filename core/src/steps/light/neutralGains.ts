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
  const plausible =
    ring.share >= EVEN_SHARE &&
    ring.lightness >= DARKEST_L &&
    Math.max(...ring.colour) < BRIGHTEST &&
    isPlausibleGrey(ring.colour)
  return plausible ? gainsToGrey(ring.colour) : null
}

/** Whether linear light can be that of something grey under a light that one photographs in. */
export function isPlausibleGrey([r, g, b]: Rgb): boolean {
  return within(r / g, RED_TO_GREEN) && within(b / g, BLUE_TO_GREEN)
}

/** Gains that turn linear light into grey of the same luminance. */
export function gainsToGrey(colour: Rgb): Rgb {
  const y = luminance(colour)
  const gain = (value: number): number => Math.min(4, Math.max(0.25, y / Math.max(value, 1e-4)))
  return [gain(colour[0]), gain(colour[1]), gain(colour[2])]
}

const within = (value: number, [low, high]: readonly [number, number]): boolean =>
  value >= low && value <= high
