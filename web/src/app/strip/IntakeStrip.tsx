import { Text } from '@chakra-ui/react'
import { countOf, formatCount } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { holdIntake, useIntakeReport, useUnpacking } from '../../work/intake'
import { Strip } from './Strip'
import { strings } from '../strings'

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
        ? strings.entry(unpacking.name, formatCount(unpacking.done))
        : strings.ofFiles(formatCount(done), formatCount(total))))
  return (
    <Strip done01={total === 0 ? 0 : done / total} still={held}>
      {why !== null && <Attention />}
      <Text truncate flex="1" minWidth="0" title={why ?? undefined}>
        <b>
          {held
            ? strings.paused
            : why
              ? strings.waiting
              : unpacking
                ? strings.unpacking
                : strings.importing}
        </b>{' '}
        {words}
      </Text>
      <Action look="quiet" onClick={() => attempt(holdIntake(!held))}>
        {held ? strings.resume : strings.pause}
      </Action>
    </Strip>
  )
}
