import { Text } from '@chakra-ui/react'
import { countOf, formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { holdMeasuring, useMeasuringReport } from '../../work/measuring'
import { Strip } from './Strip'

/** Photographs that are being measured. */
export function MeasuringStrip(props: { waiting: number; total: number; held: boolean }) {
  const { waiting, total, held } = props
  const why = useMeasuringReport((report) => report.waiting)
  const done = total - waiting
  const words = held
    ? `${countOf(waiting, 'photograph')} not measured`
    : (why ?? `${formatCount(done)} of ${formatCount(total)} photographs`)
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={held}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? undefined}>
        <b>{held ? 'Paused' : why ? 'Waiting' : 'Measuring'}</b> {words}
      </Text>
      <Action look="quiet" onClick={() => attempt(holdMeasuring(!held))}>
        {held ? 'Resume' : 'Stop'}
      </Action>
    </Strip>
  )
}
