import { z } from 'zod'
import { FORMATS } from '../../codec'
import type { Placement } from '../../outlets'
import { formatBytes } from '../../words'
import { defineStep } from '../step'
import { checkFinished, examineForFinish, FINISH_FINDINGS } from './findings'
import { formatsOf, formatWord } from './formatFor'
import { FinishSettings } from './settings'
import { sharpenPass } from './sharpen'

const writesWords = ({ writes }: Readonly<Record<string, unknown>>): boolean => writes === 'words'

/** Finish: sizes, formats and weights of the files. */
export const finish = defineStep({
  id: 'finish',
  title: 'Finish',
  // 2: how colour is kept goes by what a picture is; PNGs have palettes where they look the same.
  engine: 2,
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
        {
          kind: 'choice',
          field: 'writes',
          label: 'Written into files',
          options: [
            { value: 'nothing', words: 'nothing' },
            { value: 'credit', words: 'credit' },
            { value: 'words', words: 'credit and description, as below' },
          ],
        },
        { kind: 'own', field: 'creator', label: 'Made by', when: writesWords },
        { kind: 'own', field: 'rights', label: 'Rights', when: writesWords },
        { kind: 'own', field: 'description', label: 'Shows', when: writesWords },
      ],
    },
  ],
  perPlacement: ['sharpenPct'],
  findings: FINISH_FINDINGS,
  describe: ({ placements }) => placements.map(describePlacement).join('\n'),
  examine: examineForFinish,
  plan: (draft, { settings: { sharpenPct } }) =>
    sharpenPct === 0 ? draft : { ...draft, passes: [...draft.passes, sharpenPass(sharpenPct)] },
  check: checkFinished,
  // Of all placements only its own makes a rendition what it is; what it changes shows in other steps.
  keyPart: ({ sharpenPct }, { name: _name, id: _id, changes: _changes, ...file }) => {
    const { format, among, qualityPct, leastQualityPct, limitBytes, longSidePx, dpi, likeness } =
      file
    const fills = limitBytes !== null && file.weighsAlike
    const quality = formatsOf({ format, among }).some((one) => FORMATS[one].hasQuality)
      ? {
          qualityPct,
          ...(limitBytes === null && likeness === null ? {} : { leastQualityPct }),
          ...(limitBytes === null ? {} : { limitBytes }),
          ...(fills ? { weighsAlike: true } : {}),
          ...(likeness === null ? {} : { likeness }),
        }
      : {}
    return {
      longSidePx,
      format,
      ...(format === 'auto' && among.length > 0 ? { among } : {}),
      ...quality,
      ...(dpi === null ? {} : { dpi }),
      ...(sharpenPct === 0 ? {} : { sharpenPct }),
    }
  },
})

function describePlacement({ name, longSidePx, format, limitBytes }: Placement): string {
  const limit = limitBytes === null ? '' : ` ≤ ${formatBytes(limitBytes)}`
  return `${name} ${longSidePx} px ${formatWord(format)}${limit}`
}
