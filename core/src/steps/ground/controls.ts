import type { Control, ControlGroup } from '../controls'
import type { GroundSettings } from './settings'

type Field = keyof GroundSettings

const number = (field: Field, label: string, unit: string): Control<Field> => ({
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
    controls: [{ kind: 'own', field: 'behind', label: 'Behind' }],
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
          { value: 'made', words: 'made from the outline' },
        ],
      },
      number('shadowPct', 'Strength', '%'),
      number('shadowAngleDeg', 'Direction', '°'),
      number('shadowLengthPct', 'Length', '%'),
      number('shadowSoftPct', 'Softness', '%'),
      number('contactPct', 'Contact', '%'),
    ],
  },
  {
    id: 'reflection',
    title: 'Reflection',
    controls: [
      number('reflectionPct', 'Reflection', '%'),
      number('reflectionFadePct', 'Reach', '%'),
      number('reflectionBlurPct', 'Blur', '%'),
    ],
  },
]
