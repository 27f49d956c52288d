import type { ControlGroup } from '../controls'
import type { CutSettings } from './settings'

export const CUT_CONTROLS: readonly ControlGroup<keyof CutSettings>[] = [
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
          { value: 'off', words: 'off, the photograph whole' },
        ],
      },
    ],
  },
]
