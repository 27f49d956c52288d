import { Flex, Text } from '@chakra-ui/react'
import { bySlot, setAsideIn, waitsOf, type ShootCounts, type Wait } from '@cloudbank/core/shoot'
import type { ShootSummary } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { useGo } from '../../ui/useGo'
import {
  countStale,
  isChangedSince,
  recipeOf,
  renditionsOf,
  runBrief,
  stalePlacements,
} from '../../work/model'
import { makeShots } from '../../work/runs'
import { isReturned, repairStageOf } from '../../work/verdicts'
import { strings } from './strings'

/** What waits for a person before anything else goes on. */
const NEEDS_SOMEONE: ReadonlySet<Wait> = new Set(['failed', 'returned'])

/** What a shoot waits for, and the one step on from there. */
export function Waiting({ summary }: { readonly summary: ShootSummary }) {
  const counts = countsOf(summary)
  const waits = waitsOf(counts)
  const step = useStep(summary, counts, waits[0])
  return (
    <Flex align="center" wrap="wrap" gap="4px 12px">
      {counts.shots > 0 && (
        <Text color="softInk" whiteSpace="nowrap">
          {strings.photographs(counts.shots)}
        </Text>
      )}
      {waits.map((wait) => (
        <Flex key={wait} align="center" gap="5px" whiteSpace="nowrap">
          {NEEDS_SOMEONE.has(wait) && <Attention />}
          <Text>{wordsOf(wait, counts)}</Text>
        </Flex>
      ))}
      {waits.length === 0 && <Text>{strings.delivered}</Text>}
      <Action onClick={step.act}>{step.words}</Action>
    </Flex>
  )
}

function countsOf(summary: ShootSummary): ShootCounts {
  const { shoot, shots, renditions, briefRow, delivered } = summary
  const recipe = briefRow ? recipeOf({ ...summary, briefRow }) : null
  const slots = bySlot(renditions)
  const aside = setAsideIn(shoot.outlets, shots)
  const made = recipe ? shots.flatMap((shot) => renditionsOf(shot, recipe, slots)) : []
  return {
    shots: shots.length,
    failed: shots.filter(({ failure }) => failure !== null).length,
    returned: shots.filter(isReturned).length,
    toMake: recipe ? countStale(shots, recipe, slots) : 0,
    unreviewed: shots.filter(
      (shot) => shot.verdict === null || (recipe !== null && isChangedSince(shot, recipe)),
    ).length,
    undelivered: made.filter(
      ({ fileHash, placementId, shotId }) =>
        !delivered.has(fileHash) && !aside.has(`${placementId}/${shotId}`),
    ).length,
  }
}

function wordsOf(wait: Wait, counts: ShootCounts): string {
  switch (wait) {
    case 'photographs':
      return strings.noPhotographsYet
    case 'failed':
      return strings.failed(counts.failed)
    case 'returned':
      return strings.returned(counts.returned)
    case 'make':
      return strings.toMake(counts.toMake)
    case 'review':
      return strings.toReview(counts.unreviewed)
    case 'deliver':
      return strings.toDeliver(counts.undelivered)
  }
}

/** What is done next, in words, and how. */
function useStep(
  summary: ShootSummary,
  counts: ShootCounts,
  wait: Wait | undefined,
): { readonly words: string; readonly act: () => void } {
  const { shoot, shots, briefRow } = summary
  const go = useGo()
  const sheet = `/shoots/${shoot.id}`
  const at = (words: string, path: string) => ({ words, act: () => go(path) })
  switch (wait) {
    case undefined:
      return at(strings.openSheet, sheet)
    case 'photographs':
      return at(strings.addPhotographs, sheet)
    case 'failed':
      return at(strings.seeWhatFailed, sheet)
    case 'returned': {
      const shot = shots.find(isReturned)!
      return {
        words: strings.repair(counts.returned),
        act: () =>
          go(`${sheet}/shots/${shot.id}`, {
            state: { from: 'review', stage: repairStageOf(shot) },
          }),
      }
    }
    case 'make':
      return {
        words: strings.make(counts.toMake),
        act: () => {
          if (!briefRow) return
          const recipe = recipeOf({ ...summary, briefRow })
          const slots = bySlot(summary.renditions)
          const stale = shots.filter((shot) => stalePlacements(shot, recipe, slots).length > 0)
          const ids = stale.map(({ id }) => id)
          attempt(makeShots(shoot.id, ids, runBrief(briefRow, shoot)), strings.runCouldntBeStarted)
          go(sheet)
        },
      }
    case 'review':
      return at(strings.review(counts.unreviewed), `${sheet}/review`)
    case 'deliver':
      return at(strings.deliver, `${sheet}/deliver`)
  }
}
