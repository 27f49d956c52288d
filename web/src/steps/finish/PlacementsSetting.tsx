import { MAX_PLACEMENTS } from '@cloudbank/core/steps'
import { PlacementTable } from '../../outlet'
import type { BriefEditor } from '../../settings/useBriefEditor'

/** The files that are made of each shot, wherever it goes. */
export function PlacementsSetting({ editor }: { editor: BriefEditor }) {
  return (
    <PlacementTable
      max={MAX_PLACEMENTS}
      placements={editor.brief.steps.finish.placements}
      save={(words, next) => editor.set(words, 'finish', 'placements', [...next])}
    />
  )
}
