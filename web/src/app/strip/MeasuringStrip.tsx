import { Text } from '@chakra-ui/react'
import { formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { holdMeasuring, useMeasuringReport } from '../../work/measuring'
import { Strip } from './Strip'
import { useFetchingWords } from './useFetchingWords'
import { strings } from '../strings'

/** Photographs that are being measured. */
export function MeasuringStrip(props: { waiting: number; total: number; held: boolean }) {
  const { waiting, total, held } = props
  const why = useMeasuringReport((report) => report.waiting)
  const done = total - waiting
  const fetching = useFetchingWords()
  const words = held
    ? strings.notMeasured(waiting)
    : (why ?? fetching ?? strings.ofPhotographs(formatCount(done), formatCount(total)))
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={held}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? undefined}>
        <b>{held ? strings.paused : why ? strings.waiting : strings.measuring}</b> {words}
      </Text>
      <Action look="quiet" onClick={() => attempt(holdMeasuring(!held))}>
        {held ? strings.resume : strings.stop}
      </Action>
    </Strip>
  )
}
