import { Text } from '@chakra-ui/react'
import { formatCount, formatDuration } from '@cloudbank/core/words'
import type { Run } from '../../data'
import { attempt, useNotices } from '../../notices'
import { Action, Attention } from '../../ui'
import { leftMs, pauseRuns, resumeRuns, stopRun, useRunReport } from '../../work/runs'
import { useCommand } from '../../keys/commands'
import { Strip } from './Strip'
import { useFetchingWords } from './useFetchingWords'
import { strings } from '../strings'

/** The run that is under way or held, as every tab sees it, and how many come after it. */
export function RunStrip({ run, after }: { run: Run; after: number }) {
  const { atWork, waiting } = useRunReport()
  const paused = run.state === 'paused'
  const toggle = (): void => attempt(paused ? resumeRuns() : pauseRuns())
  const stop = (): void => {
    attempt(
      stopRun(run.id).then(() => useNotices.getState().say(strings.stoppedMadeAndKept(run.made))),
    )
  }
  useCommand('pause', toggle)
  const { done, total } = run
  const fetching = useFetchingWords()
  const held = paused ? (run.heldFor ?? waiting) : waiting
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={paused}>
      {held !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={held ?? undefined}>
        <b>{paused ? strings.paused : held === null ? strings.making : strings.waiting}</b>{' '}
        {held ?? fetching ?? atWork[0] ?? ''}
      </Text>
      <Text whiteSpace="nowrap" data-testid="run-count">
        {strings.ofShots(formatCount(done), formatCount(total), timeLeft(run))}
      </Text>
      {after > 0 && (
        <Text whiteSpace="nowrap" color="softInk" title={strings.moreInLine(after)}>
          +{after}
        </Text>
      )}
      <Action look="quiet" onClick={toggle}>
        {paused ? strings.resume : strings.pause}
      </Action>
      <Action look="quiet" onClick={stop}>
        {strings.stop}
      </Action>
    </Strip>
  )
}

function timeLeft(run: Run): string {
  if (run.state === 'paused') return strings.pausedLabel
  const left = leftMs(run)
  return left === null ? '' : strings.left(formatDuration(left))
}
