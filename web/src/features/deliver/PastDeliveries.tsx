import { Box, chakra, Flex, Heading, Input, Text } from '@chakra-ui/react'
import { format } from 'date-fns'
import { useState } from 'react'
import { countOf, formatBytes } from '@cloudbank/core/words'
import type { Delivery, Shoot, ShootView } from '../../data'
import { attempt, useNotices } from '../../notices'
import { Action, Attention, Window } from '../../ui'
import { cameBack, download, packAgain, setVerdict, weightOf, zipSink } from '../../work/delivery'
import { strings } from './strings'

interface ListProps {
  readonly view: ShootView
  /** The newest first. */
  readonly deliveries: readonly Delivery[]
}

/** What has left, with what was said of it by whoever received it. */
export function PastDeliveries({ view, deliveries }: ListProps) {
  const { shoot } = view
  const [asking, setAsking] = useState<Delivery | null>(null)
  if (deliveries.length === 0) return null
  return (
    <Box marginTop="6px">
      <Heading as="h2" fontSize="16px" marginBottom="4px">
        {strings.delivered}
      </Heading>
      {deliveries.map((delivery) => (
        <Flex
          key={delivery.id}
          align="center"
          gap="8px"
          paddingY="6px"
          borderTopWidth="1px"
          borderColor="hairline"
          data-delivery={delivery.id}
        >
          <Text flex="1">
            {format(delivery.at, 'd MMM HH:mm')}: {countOf(delivery.files.length, 'file')},{' '}
            {formatBytes(weightOf(delivery))}
            {delivery.verdict && ` · ${said(delivery.verdict)}`}
          </Text>
          {delivery.verdict?.kind === 'came-back' && <Attention />}
          <Action
            look="quiet"
            onClick={() => attempt(downloadAgain(shoot, delivery), strings.itCouldntBePackedAgain)}
          >
            {strings.downloadAgain}
          </Action>
          {delivery.verdict ? (
            <Action look="quiet" onClick={() => attempt(setVerdict(delivery, null))}>
              {strings.undoThat}
            </Action>
          ) : (
            <>
              <Action
                look="quiet"
                onClick={() => attempt(setVerdict(delivery, { kind: 'accepted' }))}
              >
                {strings.accepted}
              </Action>
              <Action look="quiet" onClick={() => setAsking(delivery)}>
                {strings.cameBack}
              </Action>
            </>
          )}
        </Flex>
      ))}
      <Window
        title={strings.returnWhatCameBack}
        open={asking !== null}
        onClose={() => setAsking(null)}
        size="md"
      >
        {asking && <CameBack view={view} delivery={asking} onClose={() => setAsking(null)} />}
      </Window>
    </Box>
  )
}

const said = (verdict: NonNullable<Delivery['verdict']>): string =>
  verdict.kind === 'accepted'
    ? 'accepted'
    : strings.cameBackWithCount(verdict.shotIds.length, verdict.note)

interface Props {
  readonly view: ShootView
  readonly delivery: Delivery
  readonly onClose: () => void
}

/** Asks which pictures came back, and why. */
function CameBack({ view, delivery, onClose }: Props) {
  const [note, setNote] = useState('')
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const ids = new Set<string>(delivery.files.map(({ shotId }) => shotId))
  const shots = view.shots.filter(({ id }) => ids.has(id))
  const give = (): void => {
    attempt(
      cameBack(delivery, note.trim(), [...chosen]).then((words) =>
        useNotices.getState().say(words),
      ),
      strings.itCouldntBeSaved,
    )
    onClose()
  }
  return (
    <>
      <Text marginBottom="6px">{strings.whyTheyCameBack}</Text>
      <Input
        aria-label={strings.whyTheyCameBack}
        size="sm"
        autoFocus
        maxLength={300}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <Text marginTop="10px" marginBottom="4px">
        {strings.whichOnesAllIfNone}
      </Text>
      <Box maxHeight="220px" overflowY="auto" tabIndex={0}>
        {shots.map(({ id, fileName }) => (
          <chakra.label key={id} display="block" fontFamily="mono" fontSize="12px">
            <input
              type="checkbox"
              checked={chosen.has(id)}
              onChange={({ target: { checked } }) =>
                setChosen(
                  new Set([...chosen].filter((one) => one !== id).concat(checked ? id : [])),
                )
              }
            />{' '}
            {fileName}
          </chakra.label>
        ))}
      </Box>
      <Flex justify="flex-end" gap="8px" marginTop="14px">
        <Action onClick={onClose}>{strings.cancel}</Action>
        <Action look="main" disabled={note.trim() === ''} onClick={give}>
          {strings.returnThem}
        </Action>
      </Flex>
    </>
  )
}

async function downloadAgain(shoot: Shoot, delivery: Delivery): Promise<void> {
  const sink = await zipSink(undefined)
  await packAgain(delivery, sink)
  const zip = sink.zip()
  if (zip) download(zip, `${shoot.name}.zip`)
}
