import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { format } from 'date-fns'
import type { LiveItem, ShopLink } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { holdLive, stopLive, takeBack, useLiveReport } from '../../work/live'
import { strings } from './strings'
import type { LogEntry } from './useLog'

/** What was put live and taken back, by whom and when, and what the shop said. */
export function LogPart({ log, link }: { log: readonly LogEntry[]; link: ShopLink }) {
  const takenBack = new Set(log.map(({ live }) => live.of))
  const isOpen = log.some(({ live }) => live.state !== 'finished')
  return (
    <Box>
      <Heading as="h2" fontSize="16px" marginBottom="4px">
        {strings.log}
      </Heading>
      {log.length === 0 && <Text>{strings.nothingYet}</Text>}
      {log.map((entry) => (
        <Entry
          key={entry.live.id}
          entry={entry}
          link={link}
          isTakenBack={takenBack.has(entry.live.id)}
          isOpen={isOpen}
        />
      ))}
    </Box>
  )
}

interface Props {
  readonly entry: LogEntry
  readonly link: ShopLink
  readonly isTakenBack: boolean
  /** Whether anything is under way. */
  readonly isOpen: boolean
}

function Entry({ entry: { live, items }, link, isTakenBack, isOpen }: Props) {
  const { waiting } = useLiveReport()
  const count = (state: LiveItem['state']): number =>
    items.filter((item) => item.state === state).length
  const [done, refused, failed] = [count('done'), count('refused'), count('failed')]
  const by = live.by === '' ? strings.somebody : live.by
  const wrong = items.filter(({ reasons }) => reasons.length > 0)
  const notYet = isOpen
    ? strings.underWay
    : isTakenBack
      ? strings.isTakenBack
      : done === 0
        ? strings.nothingDone
        : undefined
  return (
    <Box borderTopWidth="1px" borderColor="hairline" paddingY="6px" data-go-live={live.kind}>
      <Flex align="center" gap="8px">
        <Text flex="1">
          {format(live.at, 'd MMM HH:mm')}: {strings.done(done, items.length)}{' '}
          {live.kind === 'put' ? strings.putBy(by) : strings.takenBackBy(by)}
          {strings.ofPlacement(live.placement)}
          {refused > 0 && strings.refused(refused)}
          {failed > 0 && strings.failed(failed)}
        </Text>
        {live.state === 'running' && waiting !== null && <Text>{strings.waits(waiting)}</Text>}
        {live.state !== 'finished' && (
          <Action onClick={() => attempt(holdLive(live.id, live.state === 'running'))}>
            {live.state === 'running' ? strings.pause : strings.goOn}
          </Action>
        )}
        {live.state !== 'finished' && (
          <Action look="quiet" onClick={() => attempt(stopLive(live.id))}>
            {strings.stop}
          </Action>
        )}
        <Action
          look="quiet"
          disabled={notYet !== undefined}
          title={notYet}
          onClick={() => attempt(takeBack(live, link), strings.itCouldntBePut)}
        >
          {strings.takeBack}
        </Action>
      </Flex>
      {wrong.map(({ id, product, reasons }) =>
        reasons.map(({ name, reason }) => (
          <Flex key={`${id} ${name}`} align="center" gap="8px" fontSize="12px">
            <Attention />
            <Text fontWeight="650">{product}</Text>
            <Text>
              {name !== '' && `${name}: `}
              {reason}
            </Text>
          </Flex>
        )),
      )}
    </Box>
  )
}
