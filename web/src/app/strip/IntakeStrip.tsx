import { Text } from '@chakra-ui/react'
import { countOf, formatCount } from '@cloudbank/core/words'
import { attempt, useNotices } from '../../notices'
import { Action, Attention } from '../../ui'
import {
  holdIntake,
  stopIntake,
  useIntakeReport,
  useUnpacking,
  type Unpacking,
} from '../../work/intake'
import { Strip } from './Strip'
import { strings } from '../strings'

/** Files that are being taken in. */
export function IntakeStrip(props: { waiting: number; total: number; held: boolean }) {
  const { waiting, total, held } = props
  const unpacking = useUnpacking(({ now }) => now)
  const why = useIntakeReport((report) => report.waiting)
  const done = total - waiting
  const stop = (): void =>
    attempt(
      stopIntake().then((files) =>
        useNotices.getState().say(strings.importStopped(countOf(files, 'file'))),
      ),
    )
  const words = held
    ? `${countOf(waiting, 'file')} wait`
    : (why ??
      (unpacking
        ? strings.opening(unpacking.name, unpackedWords(unpacking))
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
      <Action look="quiet" onClick={stop}>
        {strings.stop}
      </Action>
    </Strip>
  )
}

function unpackedWords({ of, done, total }: Unpacking): string {
  switch (of) {
    case 'entries':
      return strings.entry(formatCount(done))
    case 'rows':
      return strings.ofRows(formatCount(done), formatCount(total ?? done))
    case 'files':
      return strings.ofFiles(formatCount(done), formatCount(total ?? done))
  }
}
