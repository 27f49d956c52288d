import { defineStep } from '../step'
import { FinishSettings, type Placement } from './settings'

/** Finish: sizes, formats and weights of the files. */
export const finish = defineStep({
  id: 'finish',
  title: 'Finish',
  settings: FinishSettings,
  describe: ({ placements }) => placements.map(describePlacement).join('\n'),
  apply: async (composition) => composition,
})

function describePlacement({ name, longSidePx, format, limitBytes }: Placement): string {
  const limit = limitBytes === null ? '' : ` ≤ ${Math.round(limitBytes / 1000)} KB`
  return `${name} ${longSidePx} px ${format === 'jpeg' ? 'JPEG' : format === 'png' ? 'PNG' : format === 'webp' ? 'WebP' : 'AVIF'}${limit}`
}
