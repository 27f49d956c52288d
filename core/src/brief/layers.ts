import { z } from 'zod'
import { LightTouch, type LightSettings } from '../steps'
import type { BriefSteps } from './brief'

/** What a person changed for one shot on top of the brief, step by step. */
export const Touches = z.object({ light: LightTouch.prefault({}) })
export type Touches = z.infer<typeof Touches>

export const UNTOUCHED: Touches = { light: {} }

/** What a lighting lays over the brief for all of its shots. */
export interface LightingLayer {
  /** The neutral read from its reference shot; null where none has been read. */
  readonly neutral: { readonly gains: readonly [number, number, number] } | null
  readonly light: LightTouch
}

/** Where a setting comes from: the last layer that sets it. */
export type Origin = 'brief' | 'lighting' | 'shot'

/** The settings of one shot: the brief's, the lighting's over them, the shot's own over those. */
export function layerSteps(
  steps: BriefSteps,
  lighting: LightingLayer | null,
  touches: Touches,
): BriefSteps {
  return { ...steps, light: layered(layered(steps.light, lightOf(lighting)), touches.light) }
}

/** Settings with those of a touch over them. */
function layered(settings: LightSettings, touch: LightTouch): LightSettings {
  const set = Object.entries(touch).filter(([, value]) => value !== undefined)
  return set.length === 0 ? settings : { ...settings, ...Object.fromEntries(set) }
}

/** Where one setting of Light comes from. */
export function originOf(
  field: keyof LightSettings,
  lighting: LightingLayer | null,
  touches: Touches,
): Origin {
  if (touches.light[field] !== undefined) return 'shot'
  return lightOf(lighting)[field] !== undefined ? 'lighting' : 'brief'
}

function lightOf(lighting: LightingLayer | null): LightTouch {
  if (!lighting) return {}
  const { neutral, light } = lighting
  if (!neutral) return light
  const [red, green, blue] = neutral.gains
  return { neutral: { from: 'gains', red, green, blue }, ...light }
}
