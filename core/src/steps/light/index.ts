import { measureBackdropRing } from '../../measure'
import type { Rgb } from '../../raster'
import { defineStep } from '../step'
import { neutralGains } from './neutralGains'
import { LightSettings } from './settings'

/** Light: exposure, and a neutral by gains in linear light. */
export const light = defineStep({
  id: 'light',
  title: 'Light',
  settings: LightSettings,
  describe: ({ exposureEv, neutral }) => {
    const neutralWords = {
      backdrop: 'neutral from the backdrop',
      gains: 'neutral by fixed gains',
      photograph: 'neutral as photographed',
    }[neutral.from]
    const exposure =
      exposureEv === 0 ? '' : `, ${exposureEv > 0 ? '+' : '−'}${Math.abs(exposureEv)} EV`
    return neutralWords + exposure
  },
  apply: async (composition, { exposureEv, neutral }) => {
    const exposure = 2 ** exposureEv
    const scale = ([r, g, b]: Rgb): Rgb => [r * exposure, g * exposure, b * exposure]
    switch (neutral.from) {
      case 'photograph':
        return { ...composition, gains: scale([1, 1, 1]) }
      case 'gains':
        return { ...composition, gains: scale([neutral.red, neutral.green, neutral.blue]) }
      case 'backdrop': {
        const gains = neutralGains(measureBackdropRing(composition.original))
        if (gains) return { ...composition, gains: scale(gains) }
        return {
          ...composition,
          gains: scale([1, 1, 1]),
          findings: [...composition.findings, { code: 'not-neutral' }],
        }
      }
    }
  },
})
