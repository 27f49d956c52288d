import type { LightSettings } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'

/** The settings of Light that are a number on a slider. */
export const SLIDERS = [
  {
    key: 'exposureEv',
    label: 'Exposure',
    group: 'Tone',
    min: -4,
    max: 4,
    step: 0.05,
    digits: 2,
    unit: 'EV',
  },
  {
    key: 'contrast',
    label: 'Contrast',
    group: 'Tone',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'shadows',
    label: 'Shadows',
    group: 'Tone',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'highlights',
    label: 'Highlights',
    group: 'Tone',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'blackPoint',
    label: 'Black point',
    group: 'Tone',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'whitePoint',
    label: 'White point',
    group: 'Tone',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'warmth',
    label: 'Warmth',
    group: 'Colour',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'tint',
    label: 'Tint',
    group: 'Colour',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'saturation',
    label: 'Saturation',
    group: 'Colour',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'vibrance',
    label: 'Vibrance',
    group: 'Colour',
    min: -100,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
  {
    key: 'flattenPct',
    label: 'Flatten backdrop',
    group: 'Backdrop',
    min: 0,
    max: 100,
    step: 1,
    digits: 0,
    unit: '',
  },
] as const satisfies readonly {
  key: keyof LightSettings
  label: string
  group: 'Tone' | 'Colour' | 'Backdrop'
  min: number
  max: number
  step: number
  digits: number
  unit: string
}[]

export type Slider = (typeof SLIDERS)[number]
export type SliderKey = Slider['key']

/** “Exposure +0.30”, as the history says it. */
export const describeSlider = ({ label, digits }: Slider, value: number): string =>
  `${label} ${formatSigned(value, digits)}`
