import { measureBackdropRing } from '../../measure'
import { linearToSrgb, luminance, type Rgb, type SrgbRgba8 } from '../../raster'
import type { Finding } from '../../findings'
import { defineStep } from '../step'
import { planAutoTone, withAutoTone } from './autoTone'
import { describeLight } from './describeLight'
import { planFlatten } from './flatten'
import { planGrade } from './grade'
import { neutralGains } from './neutralGains'
import { LightSettings, type Neutral } from './settings'

/** Light: the neutral, then tone, colour and look; an even backdrop. */
export const light = defineStep({
  id: 'light',
  title: 'Light',
  settings: LightSettings,
  describe: describeLight,
  apply: async (composition, settings, context) => {
    const { original } = composition
    const { gains, findings } = resolveNeutral(settings.neutral, original)
    const toned = settings.autoTone
      ? withAutoTone(settings, planAutoTone(original, gains, backdropTone(original, gains)))
      : settings
    const flatten =
      settings.flattenPct > 0
        ? await planFlatten(original, settings.flattenPct / 100, await context.finder())
        : null
    return {
      ...composition,
      grade: planGrade(toned, gains, context.cube),
      flatten,
      findings: [...composition.findings, ...findings],
    }
  },
})

/** The gains that a neutral comes to on one photograph. */
function resolveNeutral(
  neutral: Neutral,
  original: SrgbRgba8,
): { gains: Rgb; findings: readonly Finding[] } {
  switch (neutral.from) {
    case 'photograph':
      return { gains: [1, 1, 1], findings: [] }
    case 'gains':
      return { gains: [neutral.red, neutral.green, neutral.blue], findings: [] }
    case 'backdrop': {
      const gains = neutralGains(measureBackdropRing(original))
      return gains
        ? { gains, findings: [] }
        : { gains: [1, 1, 1], findings: [{ code: 'not-neutral' }] }
    }
  }
}

function backdropTone(original: SrgbRgba8, gains: Rgb): number {
  const [r, g, b] = measureBackdropRing(original).colour
  return linearToSrgb(luminance([r * gains[0], g * gains[1], b * gains[2]]))
}
