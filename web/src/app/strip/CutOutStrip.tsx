import { Text } from '@chakra-ui/react'
import { formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { stopCutOuts, useCutOutReport } from '../../work/cutOuts'
import { Strip } from './Strip'
import { strings } from '../strings'

/** Cut-outs that are being saved together. */
export function CutOutStrip({ done, total }: { done: number; total: number }) {
  const { atWork, waiting: why } = useCutOutReport()
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={false}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? undefined}>
        <b>{why ? strings.waiting : strings.savingCutOuts}</b> {why ?? atWork[0] ?? ''}
      </Text>
      <Text whiteSpace="nowrap">{strings.countOfTotal(formatCount(done), formatCount(total))}</Text>
      <Action look="quiet" onClick={() => attempt(stopCutOuts())}>
        {strings.stop}
      </Action>
    </Strip>
  )
}
