import { Box, Flex, Text } from '@chakra-ui/react'
import { pauseRun, resumeRun, stopRun, useRun } from '../work/runner'
import { useIntake } from '../work/intake'
import { stopScan, useScan } from '../work/scan'
import { Action } from '../ui'
import { useCommand } from './commands'
import { formatCount, formatDuration } from '@cloudbank/core/words'

/** What is at work now, how far it is, and how to hold or end it. Never in the way. */
export function RunStrip() {
  const progress = useRun((state) => state.progress)
  const intake = useIntake()
  const scan = useScan()
  useCommand(
    'pause',
    () => void (progress?.state === 'running' ? pauseRun() : resumeRun()),
    progress !== null,
  )
  if (progress) {
    const { state, done, total, current, leftMs } = progress
    const left =
      state === 'paused' ? 'paused' : leftMs === null ? '' : `${formatDuration(leftMs)} left`
    return (
      <Strip done01={total === 0 ? 0 : done / total} still={state === 'paused'}>
        <Text truncate flex="1" minWidth="0">
          <b>{state === 'paused' ? 'Held' : 'Making'}</b> {current[0] ?? ''}
        </Text>
        <Text whiteSpace="nowrap" data-testid="run-count">
          {formatCount(done)} of {formatCount(total)} shots{left && `, ${left}`}
        </Text>
        {state === 'running' ? (
          <Action look="quiet" onClick={() => void pauseRun()}>
            Pause
          </Action>
        ) : (
          <Action look="quiet" onClick={() => void resumeRun()}>
            Resume
          </Action>
        )}
        <Action look="quiet" onClick={() => void stopRun()}>
          Stop
        </Action>
      </Strip>
    )
  }
  if (intake.waiting > 0) {
    const done = intake.total - intake.waiting
    return (
      <Strip done01={done / intake.total} still={false}>
        <Text flex="1">
          <b>Taking in</b> {formatCount(done)} of {formatCount(intake.total)} files
        </Text>
      </Strip>
    )
  }
  if (scan.total > scan.done) {
    return (
      <Strip done01={scan.done / scan.total} still={false}>
        <Text flex="1">
          <b>Measuring</b> {formatCount(scan.done)} of {formatCount(scan.total)} photographs
        </Text>
        <Action look="quiet" onClick={stopScan}>
          Stop
        </Action>
      </Strip>
    )
  }
  return null
}

function Strip(props: { done01: number; still: boolean; children: React.ReactNode }) {
  const { done01, still, children } = props
  return (
    <Flex
      role="status"
      align="center"
      gap="10px"
      position="relative"
      width="430px"
      minWidth="0"
      height="30px"
      paddingX="10px"
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="4px"
      overflow="hidden"
    >
      <Box
        position="absolute"
        bottom="0"
        left="0"
        height="3px"
        background={still ? 'faint' : 'ink'}
        style={{ width: `${done01 * 100}%` }}
      />
      <Flex position="relative" align="center" gap="10px" width="100%" minWidth="0">
        {children}
      </Flex>
    </Flex>
  )
}
