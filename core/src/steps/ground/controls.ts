import type { Control, ControlGroup } from '../controls'
import type { GroundSettings } from './settings'

type Field = keyof GroundSettings

type When = NonNullable<Control['when']>
const hasShadow: When = ({ shadow }) => shadow !== 'none'
const isMade: When = ({ shadow }) => shadow === 'made'
const isPainted: When = ({ behind }) =>
  ['picture', 'gradient'].includes((behind as GroundSettings['behind']).kind)
const mirrors: When = ({ reflectionPct }) => reflectionPct !== 0

const number = (field: Field, label: string, unit: string, when?: When): Control<Field> => ({
  ...(when ? { when } : {}),
  kind: 'number',
  field,
  label,
  unit,
  step: 1,
  digits: 0,
})

export const GROUND_CONTROLS: readonly ControlGroup<Field>[] = [
  {
    id: 'behind',
    title: 'Behind the product',
    controls: [
      { kind: 'own', field: 'behind', label: 'Behind' },
      number('touchPct', 'Light on the product', '%', isPainted),
    ],
  },
  {
    id: 'shadow',
    title: 'Shadow',
    controls: [
      {
        kind: 'choice',
        field: 'shadow',
        label: 'Shadow',
        options: [
          { value: 'none', words: 'none' },
          { value: 'kept', words: 'the photograph’s own' },
          { value: 'made', words: 'drawn from the outline' },
        ],
      },
      number('shadowPct', 'Strength', '%', hasShadow),
      number('shadowAngleDeg', 'Direction', '°', isMade),
      number('shadowLengthPct', 'Length', '%', isMade),
      number('shadowSoftPct', 'Softness', '%', isMade),
      number('contactPct', 'Contact', '%', isMade),
    ],
  },
  {
    id: 'reflection',
    title: 'Reflection',
    controls: [
      number('reflectionPct', 'Reflection', '%'),
      number('reflectionFadePct', 'Reach', '%', mirrors),
      number('reflectionBlurPct', 'Blur', '%', mirrors),
    ],
  },
]
