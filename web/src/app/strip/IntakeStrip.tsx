import { Text } from '@chakra-ui/react'
import { countOf, formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { holdIntake, useIntakeReport, useUnpacking } from '../../work/intake'
import { Strip } from './Strip'

/** Files that are being taken in. */
export function IntakeStrip(props: { waiting: number; total: number; held: boolean }) {
  const { waiting, total, held } = props
  const unpacking = useUnpacking(({ now }) => now)
  const why = useIntakeReport((report) => report.waiting)
  const done = total - waiting
  const words = held
    ? `${countOf(waiting, 'file')} wait`
    : (why ??
      (unpacking
        ? `${unpacking.name}, entry ${formatCount(unpacking.done)}`
        : `${formatCount(done)} of ${formatCount(total)} files`))
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={held}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? undefined}>
        <b>{held ? 'Paused' : why ? 'Waiting' : unpacking ? 'Unpacking' : 'Importing'}</b> {words}
      </Text>
      <Action look="quiet" onClick={() => attempt(holdIntake(!held))}>
        {held ? 'Resume' : 'Pause'}
      </Action>
    </Strip>
  )
}
