import type { ControlGroup } from '../controls'
import type { FrameSettings } from './settings'

export const FRAME_CONTROLS: readonly ControlGroup<keyof FrameSettings>[] = [
  {
    id: 'frame',
    title: 'Frame',
    controls: [
      { kind: 'own', field: 'ratio', label: 'Ratio' },
      {
        kind: 'choice',
        field: 'reach',
        label: 'Whole photographs',
        options: [
          { value: 'pad', words: 'whole, with ground around them' },
          { value: 'crop', words: 'cropped to the ratio' },
        ],
      },
      { kind: 'switch', field: 'enlarge', label: 'Enlarge' },
    ],
  },
  {
    id: 'size',
    title: 'Size',
    controls: [
      { kind: 'number', field: 'fillPct', label: 'Fill', unit: '%', step: 0.1, digits: 1 },
      {
        kind: 'choice',
        field: 'fillOf',
        label: 'Fill is of',
        options: [
          { value: 'tighter', words: 'the tighter side' },
          { value: 'width', words: 'the width' },
          { value: 'height', words: 'the height' },
        ],
      },
      { kind: 'number', field: 'sizePct', label: 'Size', unit: '%', step: 1, digits: 0 },
    ],
  },
  {
    id: 'place',
    title: 'Place',
    controls: [
      {
        kind: 'choice',
        field: 'centreBy',
        label: 'Centred by',
        options: [
          { value: 'box', words: 'its box' },
          { value: 'weight', words: 'its weight' },
        ],
      },
      {
        kind: 'choice',
        field: 'stand',
        label: 'Stands',
        options: [
          { value: 'centre', words: 'in the middle' },
          { value: 'base', words: 'on a base line' },
        ],
      },
      {
        kind: 'number',
        field: 'basePct',
        label: 'Base line',
        unit: '%',
        step: 0.5,
        digits: 1,
        when: ({ stand }) => stand === 'base',
      },
      { kind: 'number', field: 'shiftXPct', label: 'Right', unit: '%', step: 0.1, digits: 1 },
      { kind: 'number', field: 'shiftYPct', label: 'Down', unit: '%', step: 0.1, digits: 1 },
      { kind: 'number', field: 'turnDeg', label: 'Turn', unit: '°', step: 0.1, digits: 1 },
    ],
  },
]
