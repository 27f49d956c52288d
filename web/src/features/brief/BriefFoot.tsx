import { Box, Text } from '@chakra-ui/react'
import type { Brief } from '@cloudbank/core/brief'
import { makeWords } from '@cloudbank/core/shoot'
import { formatCount, formatDuration } from '@cloudbank/core/words'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import type { ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action, Key } from '../../ui'
import { recipeOf, runBrief, stalePlacements } from '../../work/model'
import { makeShots, usePace } from '../../work/runs'
import { strings } from './strings'

/** What the brief as it is would make, how long that takes, and the button for it. */
export function BriefFoot({ view, brief }: { view: ShootView; brief: Brief }) {
  const { shoot, shots, renditions, briefRow } = view
  const going = runBrief({ ...briefRow, brief }, shoot)
  const recipe = { ...recipeOf(view), steps: going.brief.steps, look: brief.steps }
  const stale = shots.map((shot) => stalePlacements(shot, recipe, renditions).length)
  const toMake = stale.reduce((sum, count) => sum + count, 0)
  const total = shots.length * recipe.steps.finish.placements.length
  const paceMs = usePace()
  const took = (count: number): string =>
    paceMs === null || count === 0 ? '' : strings.about(formatDuration(paceMs * count))
  const make = (): void => {
    const ids = shots.filter((_, i) => stale[i]! > 0).map(({ id }) => id)
    attempt(makeShots(shoot.id, ids, going), strings.runCouldntBeStarted)
  }
  const canMake = toMake > 0
  useCommand('make', make, canMake)
  return (
    <Box borderTopWidth="1px" borderColor="hairline" padding="14px 16px">
      <Text color="softInk" fontSize="13px" marginBottom="8px">
        {toMake === 0
          ? strings.upToDate(formatCount(total), took(shots.length))
          : strings.remakes(
              formatCount(toMake),
              formatCount(total),
              took(stale.filter((count) => count > 0).length),
            )}
      </Text>
      <Action look="main" width="100%" disabled={!canMake} onClick={make}>
        {makeWords(toMake, total)} <Key>{keyLabel('make')}</Key>
      </Action>
    </Box>
  )
}
