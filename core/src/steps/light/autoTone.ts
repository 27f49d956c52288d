import {
  fitInside,
  LINEAR_OF_BYTE,
  linearToSrgb,
  luminance,
  POINT,
  wholeOf,
  type Rgb,
} from '../../raster'
import type { Source } from '../../source'
import { rangeOf } from '../controls'
import { LightSettings } from './settings'

/** The photograph is read on a grid of about this many pixels along its longer side. */
const GRID = 240
/** Tones (0…1) that the darkest and lightest parts are brought to. */
const BLACK_TONE = 0.02
const WHITE_TONE = 0.94
/** A photograph whose lightest parts lie below this is dark as a whole. */
const DARK_TONE = 0.78
const RIGHT_TONE = 0.86
/** From this tone on a backdrop is a light one, whose brightness is not touched. */
const LIGHT_BACKDROP = 0.6
const MAX_EV = 1.5
/** Points are set to at most this. */
const MAX_POINT = 60
/** Tone scale that a point of 100 takes away. */
const POINT_REACH = 0.15

/** What auto tone sets for one photograph, in the units of the settings. */
export type AutoTone = Pick<LightSettings, 'exposureEv' | 'blackPoint' | 'whitePoint'>

/**
 * Exposure, black and white point that suit a photograph: its darkest half per cent becomes black; a
 * dark photograph is lifted; the lightest becomes white unless that would change a light backdrop.
 *
 * @param gains the neutral's.
 * @param backdropTone tone (0…1) of the backdrop after the neutral.
 */
export function planAutoTone(source: Source, gains: Rgb, backdropTone: number): AutoTone {
  const tones = sampleTones(source, gains)
  const low = tones[Math.floor(tones.length * 0.005)] ?? 0
  const high = tones[Math.floor(tones.length * 0.99)] ?? 1
  const lift = high < DARK_TONE ? Math.min(MAX_EV, evBetween(high, RIGHT_TONE)) : 0
  const lifted = (tone: number): number => linearToSrgb(linearOf(tone) * 2 ** lift)
  const black = Math.max(0, lifted(low) - BLACK_TONE)
  const white = Math.max(0, WHITE_TONE - lifted(high))
  const whiteMoves = lifted(backdropTone) < LIGHT_BACKDROP
  const point = (reach: number): number =>
    Math.round(Math.min(MAX_POINT, (reach / POINT_REACH) * 100))
  return {
    exposureEv: Math.round(lift * 100) / 100,
    blackPoint: point(black),
    whitePoint: whiteMoves ? point(white) : 0,
  }
}

/** Settings with auto tone's added to what is set by hand. */
export function withAutoTone(settings: LightSettings, auto: AutoTone): LightSettings {
  const added = (field: keyof AutoTone): number => {
    const { min, max } = rangeOf(LightSettings.shape[field])
    return Math.min(max, Math.max(min, settings[field] + auto[field]))
  }
  return {
    ...settings,
    exposureEv: added('exposureEv'),
    blackPoint: added('blackPoint'),
    whitePoint: added('whitePoint'),
  }
}

const linearOf = (tone: number): number => LINEAR_OF_BYTE[Math.round(tone * 255)] ?? 1
const evBetween = (from: number, to: number): number =>
  Math.log2(linearOf(to) / Math.max(linearOf(from), 1e-4))

/** Tones of the pixels on a grid, rising. */
function sampleTones(source: Source, gains: Rgb): Float32Array {
  const { data } = source.sample(wholeOf(source.size), fitInside(source.size, GRID), POINT)
  const tones = Float32Array.from({ length: data.length / 4 }, (_, i) =>
    linearToSrgb(
      luminance([
        data[i * 4]! * gains[0],
        data[i * 4 + 1]! * gains[1],
        data[i * 4 + 2]! * gains[2],
      ]),
    ),
  )
  return tones.sort()
}
