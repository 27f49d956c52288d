import type { Control, ControlGroup } from '../controls'
import type { CutSettings } from './settings'

type Field = keyof CutSettings

const number = (field: Field, label: string, unit: string, step: number): Control<Field> => ({
  kind: 'number',
  field,
  label,
  unit,
  step,
  digits: step < 1 ? 1 : 0,
})

export const CUT_CONTROLS: readonly ControlGroup<Field>[] = [
  {
    id: 'method',
    title: 'Method',
    controls: [
      {
        kind: 'choice',
        field: 'method',
        label: 'Method',
        options: [
          { value: 'automatic', words: 'automatic' },
          { value: 'off', words: 'off, photograph left uncut' },
        ],
      },
    ],
  },
  {
    id: 'edge',
    title: 'Whole edge',
    controls: [
      number('edgeShift', 'Expand or contract', 'px', 0.1),
      number('edgeSoften', 'Soften', 'px', 0.1),
      number('edgeTightenPct', 'Tighten', '%', 1),
      number('fringePct', 'Fringe removal', '%', 1),
      number('speck', 'Smallest piece', 'px', 1),
    ],
  },
]
