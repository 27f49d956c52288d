import type { ControlGroup } from '../controls'
import type { FrameSettings } from './settings'

export const FRAME_CONTROLS: readonly ControlGroup<keyof FrameSettings>[] = [
  {
    id: 'frame',
    title: 'Frame',
    controls: [
      { kind: 'own', field: 'ratio', label: 'Ratio' },
      { kind: 'number', field: 'fillPct', label: 'Fill', unit: '%', step: 0.1, digits: 1 },
      { kind: 'switch', field: 'enlarge', label: 'Enlarge' },
    ],
  },
]
