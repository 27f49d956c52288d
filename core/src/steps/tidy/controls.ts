import type { ControlGroup } from '../controls'
import type { TidySettings } from './settings'

type Settings = Readonly<Record<string, unknown>>
const findsDirt = ({ specks }: Settings): boolean => specks !== 'none'
const sweeps = ({ sweepPct }: Settings): boolean => Number(sweepPct) > 0

export const TIDY_CONTROLS: readonly ControlGroup<keyof TidySettings>[] = [
  {
    id: 'dirt',
    title: 'Dirt',
    controls: [
      {
        kind: 'choice',
        field: 'specks',
        label: 'Dirt',
        options: [
          { value: 'none', words: 'left alone' },
          { value: 'gentle', words: 'cleaned gently' },
          { value: 'firm', words: 'cleaned firmly' },
        ],
      },
      {
        kind: 'choice',
        field: 'cleanAt',
        label: 'Cleaned',
        options: [
          { value: 'output', words: 'if visible in the output' },
          { value: 'photograph', words: 'everything' },
        ],
        when: findsDirt,
      },
      {
        kind: 'number',
        field: 'largestPct',
        label: 'Largest dirt',
        unit: '%',
        step: 0.1,
        digits: 1,
        when: findsDirt,
      },
    ],
  },
  {
    id: 'sweep',
    title: 'Backdrop',
    controls: [
      { kind: 'number', field: 'sweepPct', label: 'Sweep', unit: '%', step: 1, digits: 0 },
      {
        kind: 'number',
        field: 'sweepMarginPct',
        label: 'Away from the product',
        unit: '%',
        step: 0.1,
        digits: 1,
        when: sweeps,
      },
      { kind: 'number', field: 'blurPct', label: 'Blur', unit: '%', step: 1, digits: 0 },
    ],
  },
]
