import type { Control, ControlGroup } from '../controls'
import type { FrameSettings } from './settings'

const margin = (field: keyof FrameSettings, label: string): Control<keyof FrameSettings> => ({
  kind: 'number',
  field,
  label,
  unit: '%',
  step: 0.5,
  digits: 1,
  when: ({ fillOf }) => fillOf === 'margins',
})

export const FRAME_CONTROLS: readonly ControlGroup<keyof FrameSettings>[] = [
  {
    id: 'frame',
    title: 'Frame',
    controls: [
      { kind: 'own', field: 'ratio', label: 'Ratio' },
      {
        kind: 'choice',
        field: 'reach',
        label: 'Uncut photographs',
        options: [
          { value: 'pad', words: 'uncropped, with ground around them' },
          { value: 'crop', words: 'cropped to the ratio' },
          { value: 'extend', words: 'uncropped, with backdrop extended' },
        ],
      },
      {
        kind: 'number',
        field: 'mostPx',
        label: 'Longest side at most',
        unit: 'px',
        step: 1,
        digits: 0,
      },
      { kind: 'switch', field: 'enlarge', label: 'Enlarge' },
      {
        kind: 'choice',
        field: 'enlargeBy',
        label: 'Enlarged',
        options: [
          { value: 'plain', words: 'plainly' },
          { value: 'fine', words: 'in detail, by a network (slow)' },
        ],
        when: ({ enlarge }) => enlarge === true,
      },
    ],
  },
  {
    id: 'size',
    title: 'Size',
    controls: [
      {
        kind: 'number',
        field: 'fillPct',
        label: 'Fill',
        unit: '%',
        step: 0.1,
        digits: 1,
        when: ({ fillOf }) => fillOf !== 'margins',
      },
      {
        kind: 'choice',
        field: 'fillOf',
        label: 'Fill measured along',
        options: [
          { value: 'tighter', words: 'the tighter side' },
          { value: 'width', words: 'the width' },
          { value: 'height', words: 'the height' },
          { value: 'margins', words: 'the space inside the margins' },
        ],
      },
      margin('marginTopPct', 'Above'),
      margin('marginRightPct', 'To the right'),
      margin('marginBottomPct', 'Below'),
      margin('marginLeftPct', 'To the left'),
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
    ],
  },
  {
    id: 'upright',
    title: 'Upright',
    controls: [
      {
        kind: 'choice',
        field: 'straighten',
        label: 'Straightened',
        options: [
          { value: 'by-hand', words: 'by hand' },
          { value: 'symmetry', words: 'by the product’s symmetry' },
        ],
      },
      { kind: 'number', field: 'turnDeg', label: 'Rotation', unit: '°', step: 0.1, digits: 1 },
      { kind: 'own', field: 'corners', label: 'Corners' },
    ],
  },
]
