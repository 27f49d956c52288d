import type { Rgb } from '../../raster'
import type { LightSettings } from './settings'

/** What a lighting lays over the brief for all of its shots. */
export interface LightingLayer {
  /** The neutral read from its reference shot; null where none has been read. */
  readonly neutral: { readonly gains: Rgb } | null
  /** Settings of Light, as far as they are set. */
  readonly light: Partial<LightSettings>
}

/** The settings of Light that a lighting sets, the neutral that was read among them. */
export function lightingTouch({ neutral, light }: LightingLayer): Partial<LightSettings> {
  if (!neutral) return light
  const [red, green, blue] = neutral.gains
  return { neutral: { from: 'gains', red, green, blue }, ...light }
}
