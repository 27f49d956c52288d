import { Text } from '@chakra-ui/react'
import { formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { stopCutOuts, useCutOutReport } from '../../work/cutOuts'
import { Strip } from './Strip'

/** Cut-outs that are being saved together. */
export function CutOutStrip({ done, total }: { done: number; total: number }) {
  const { atWork, waiting: why } = useCutOutReport()
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={false}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? undefined}>
        <b>{why ? 'Waiting' : 'Saving cut-outs'}</b> {why ?? atWork[0] ?? ''}
      </Text>
      <Text whiteSpace="nowrap">
        {formatCount(done)} of {formatCount(total)}
      </Text>
      <Action look="quiet" onClick={() => attempt(stopCutOuts())}>
        Stop
      </Action>
    </Strip>
  )
}
