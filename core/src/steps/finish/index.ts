import { z } from 'zod'
import { FORMATS } from '../../codec'
import type { Placement } from '../../outlets'
import { formatBytes } from '../../words'
import { defineStep } from '../step'
import { checkWeight, examineForFinish, FINISH_FINDINGS } from './findings'
import { FinishSettings } from './settings'
import { sharpenPass } from './sharpen'

/** Finish: sizes, formats and weights of the files. */
export const finish = defineStep({
  id: 'finish',
  title: 'Finish',
  engine: 1,
  settings: FinishSettings,
  own: z.strictObject({}),
  controls: [
    {
      id: 'placements',
      title: 'Placements',
      controls: [{ kind: 'own', field: 'placements', label: 'Placements' }],
    },
    {
      id: 'sharpen',
      title: 'Sharpening',
      controls: [
        { kind: 'number', field: 'sharpenPct', label: 'Sharpen', unit: '%', step: 1, digits: 0 },
      ],
    },
    {
      id: 'words',
      title: 'Names and descriptions',
      controls: [
        { kind: 'own', field: 'fileNames', label: 'File names' },
        { kind: 'own', field: 'altTexts', label: 'Descriptions' },
      ],
    },
  ],
  findings: FINISH_FINDINGS,
  describe: ({ placements }) => placements.map(describePlacement).join('\n'),
  examine: examineForFinish,
  plan: (draft, { sharpenPct }) =>
    sharpenPct === 0 ? draft : { ...draft, passes: [...draft.passes, sharpenPass(sharpenPct)] },
  check: checkWeight,
  // Of all placements only its own makes a rendition what it is; what it changes shows in other steps.
  keyPart: ({ sharpenPct }, { name: _name, id: _id, changes: _changes, ...file }) => {
    const { format, qualityPct, leastQualityPct, limitBytes, longSidePx, dpi, likeness } = file
    const quality = FORMATS[format].hasQuality
      ? {
          qualityPct,
          ...(limitBytes === null && likeness === null ? {} : { leastQualityPct }),
          ...(limitBytes === null ? {} : { limitBytes }),
          ...(likeness === null ? {} : { likeness }),
        }
      : {}
    return {
      longSidePx,
      format,
      ...quality,
      ...(dpi === null ? {} : { dpi }),
      ...(sharpenPct === 0 ? {} : { sharpenPct }),
    }
  },
})

function describePlacement({ name, longSidePx, format, limitBytes }: Placement): string {
  const limit = limitBytes === null ? '' : ` ≤ ${formatBytes(limitBytes)}`
  return `${name} ${longSidePx} px ${FORMATS[format].word}${limit}`
}
