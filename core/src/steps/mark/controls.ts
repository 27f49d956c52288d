import type { ControlGroup } from '../controls'
import type { MarkSettings } from './settings'

export const MARK_CONTROLS: readonly ControlGroup<keyof MarkSettings>[] = [
  {
    id: 'marks',
    title: 'All marks',
    controls: [
      { kind: 'own', field: 'marks', label: 'Marks' },
      { kind: 'switch', field: 'drawn', label: 'Draw marks' },
      {
        kind: 'choice',
        field: 'allowed',
        label: 'Marks allowed',
        options: [
          { value: 'everywhere', words: 'on every picture' },
          { value: 'not-on-covers', words: 'on all but covers' },
          { value: 'nowhere', words: 'on no picture' },
        ],
      },
      { kind: 'number', field: 'marginPct', label: 'Margin', unit: '%', step: 0.5, digits: 1 },
    ],
  },
]
