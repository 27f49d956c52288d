import type { ControlGroup } from '../controls'
import type { LightSettings } from './settings'

const slider = (field: keyof LightSettings, label: string) =>
  ({ kind: 'number', field, label, unit: '', step: 1, digits: 0 }) as const

export const LIGHT_CONTROLS: readonly ControlGroup<keyof LightSettings>[] = [
  {
    id: 'neutral',
    title: 'Neutral',
    controls: [{ kind: 'own', field: 'neutral', label: 'Neutral' }],
  },
  {
    id: 'tone',
    title: 'Tone',
    controls: [
      { kind: 'switch', field: 'autoTone', label: 'Automatic tone' },
      {
        kind: 'number',
        field: 'exposureEv',
        label: 'Exposure',
        unit: 'EV',
        step: 0.05,
        digits: 2,
      },
      slider('contrast', 'Contrast'),
      slider('shadows', 'Shadows'),
      slider('highlights', 'Highlights'),
      slider('blackPoint', 'Black point'),
      slider('whitePoint', 'White point'),
      { kind: 'own', field: 'curve', label: 'Curve' },
    ],
  },
  {
    id: 'colour',
    title: 'Colour',
    controls: [
      slider('warmth', 'Warmth'),
      slider('tint', 'Tint'),
      slider('saturation', 'Saturation'),
      slider('vibrance', 'Vibrance'),
    ],
  },
  {
    id: 'backdrop',
    title: 'Backdrop',
    controls: [
      slider('flattenPct', 'Flatten backdrop'),
      { kind: 'own', field: 'even', label: 'Evening out' },
    ],
  },
  { id: 'look', title: 'Look', controls: [{ kind: 'own', field: 'look', label: 'Look' }] },
]
