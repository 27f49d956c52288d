import { LOOKS } from './looks'
import type { LightSettings, Neutral } from './settings'

const NEUTRAL_WORDS: Readonly<Record<Neutral['from'], string>> = {
  backdrop: 'neutral from the backdrop',
  gains: 'neutral by fixed gains',
  photograph: 'neutral as photographed',
}

const NAMES = {
  contrast: 'contrast',
  shadows: 'shadows',
  highlights: 'highlights',
  blackPoint: 'black point',
  whitePoint: 'white point',
  warmth: 'warmth',
  tint: 'tint',
  saturation: 'saturation',
  vibrance: 'vibrance',
} as const satisfies Partial<Record<keyof LightSettings, string>>

const signed = (value: number, digits = 0): string =>
  `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(digits)}`

/** What Light does, in a few words: the neutral, and every setting that is not at rest. */
export function describeLight(settings: LightSettings): string {
  const { neutral, exposureEv, autoTone, curve, look, even, flattenPct } = settings
  const parts = [NEUTRAL_WORDS[neutral.from]]
  if (autoTone) parts.push('automatic tone')
  if (exposureEv !== 0) parts.push(`${signed(exposureEv, 2)} EV`)
  for (const [key, name] of Object.entries(NAMES)) {
    const value = settings[key as keyof typeof NAMES] // its keys are these
    if (value !== 0) parts.push(`${name} ${signed(value)}`)
  }
  if (curve.length > 0) parts.push('tone curve')
  if (look.from === 'own') parts.push(`look ${LOOKS[look.id].name} ${look.strengthPct} %`)
  if (look.from === 'cube') parts.push(`look ${look.name} ${look.strengthPct} %`)
  if (even) parts.push('evened out')
  if (flattenPct > 0) parts.push(`backdrop flattened ${flattenPct} %`)
  return parts.join(', ')
}
