import { formatSigned } from '../../words'
import { LIGHT_CONTROLS } from './controls'
import { LOOKS } from './looks'
import type { LightSettings, Neutral } from './settings'

const NEUTRAL_WORDS: Readonly<Record<Neutral['from'], string>> = {
  backdrop: 'neutral from the backdrop',
  gains: 'neutral by fixed gains',
  photograph: 'neutral as photographed',
}

/** Settings whose name and value say it all: sliders without a unit. */
const PLAIN = LIGHT_CONTROLS.flatMap(({ controls }) => controls).filter(
  (control) => control.kind === 'number' && control.unit === '' && control.field !== 'flattenPct',
)

/** What Light does, in a few words: the neutral, and every setting that is not at rest. */
export function describeLight(settings: LightSettings): string {
  const { neutral, exposureEv, autoTone, curve, look, even, flattenPct } = settings
  const parts = [NEUTRAL_WORDS[neutral.from]]
  if (autoTone) parts.push('automatic tone')
  if (exposureEv !== 0) parts.push(`${formatSigned(exposureEv, 2)} EV`)
  for (const { field, label } of PLAIN) {
    const value = settings[field]
    if (typeof value === 'number' && value !== 0)
      parts.push(`${label.toLowerCase()} ${formatSigned(value)}`)
  }
  if (curve.length > 0) parts.push('tone curve')
  if (look.from === 'own') parts.push(`look ${LOOKS[look.id].name} ${look.strengthPct} %`)
  if (look.from === 'cube') parts.push(`look ${look.name} ${look.strengthPct} %`)
  if (even) parts.push('evened out')
  if (flattenPct > 0) parts.push(`backdrop flattened ${flattenPct} %`)
  return parts.join(', ')
}
