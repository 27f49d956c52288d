import { PlacementTable } from '../../outlet'
import type { BriefEditor } from '../../settings/useBriefEditor'

/** The files that are made of each shot, wherever it goes. */
export function PlacementsSetting({ editor }: { editor: BriefEditor }) {
  return (
    <PlacementTable
      placements={editor.brief.steps.finish.placements}
      save={(words, next) => editor.set(words, 'finish', 'placements', [...next])}
    />
  )
}
