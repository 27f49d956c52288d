import { countOf } from '@cloudbank/core/words'
import type { BriefRow, ShootId, ShotId } from '../../data'
import { useNotices } from '../../notices'
import { strings } from '../strings'
import { startRun } from './startRun'

/** Has shots made, and says so where that does not begin at once. */
export async function makeShots(
  shootId: ShootId,
  shotIds: readonly ShotId[],
  brief: BriefRow,
): Promise<void> {
  const start = await startRun(shootId, shotIds, brief)
  const { say } = useNotices.getState()
  switch (start.kind) {
    case 'in-line':
      if (start.ahead > 0) say(strings.inLineAfter(countOf(start.ahead, 'run')))
      return
    case 'under-way':
      return say(strings.areBeingMade(countOf(shotIds.length, 'shot')))
    case 'nothing':
      return
  }
}
