import { Text } from '@chakra-ui/react'
import { formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { holdWeighing, useWeighingReport, type WeighingProgress } from '../../work/weighing'
import { strings } from '../strings'
import { Strip } from './Strip'

/** Pictures that are being weighed. */
export function WeighingStrip({ waiting, total, held }: WeighingProgress) {
  const { atWork, waiting: why } = useWeighingReport()
  const done = total - waiting
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={held}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? atWork[0]}>
        <b>{held ? strings.paused : why ? strings.waiting : strings.weighing}</b>{' '}
        {why ?? strings.ofPictures(formatCount(done), formatCount(total))}
      </Text>
      <Action look="quiet" onClick={() => attempt(holdWeighing(!held))}>
        {held ? strings.resume : strings.pause}
      </Action>
    </Strip>
  )
}
