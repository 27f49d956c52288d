import type { DeliveryPlan, Destination } from '@cloudbank/core/shoot'
import { chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Outlet } from '@cloudbank/core/outlets'
import { formatWord, placementSize, type FrameSettings } from '@cloudbank/core/steps'
import { formatBytes, formatCount, formatSize } from '@cloudbank/core/words'
import { database, perform, putFields, type ShootId, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { describeRules, useOutletChoices } from '../../outlet'
import { Action, Attention, Choose } from '../../ui'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly plan: DeliveryPlan
}

/** Where the pictures go: the brief's own files and the outlets that were chosen, placement by placement. */
export function DestinationList({ view, plan }: Props) {
  const { shoot } = view
  const { own, ready } = useOutletChoices()
  const taken = new Set(shoot.outlets.map(({ id }) => id))
  const open = [...own, ...ready].filter(
    ({ id }, i, all) => !taken.has(id) && all.findIndex((other) => other.id === id) === i,
  )
  const change = (words: string, outlets: readonly Outlet[], ownFiles: boolean): void =>
    attempt(
      perform({
        shootId: shoot.id,
        words,
        edits: putFields('shoots', shoot.id, { outlets: [...outlets], ownFiles }),
      }),
      strings.outletsCouldntBeChanged,
    )
  const isOwn = shoot.ownFiles || shoot.outlets.length === 0
  return (
    <>
      <Heading as="h2" fontSize="16px" marginBottom="6px">
        {strings.whereTheyGo}
      </Heading>
      <chakra.table width="100%" borderCollapse="collapse" marginBottom="8px">
        <thead>
          <tr>
            {[
              strings.where,
              strings.requires,
              strings.ready,
              strings.weight,
              strings.heaviest,
              strings.rules,
            ].map((word) => (
              <Head key={word}>{word}</Head>
            ))}
          </tr>
        </thead>
        <tbody>
          {isOwn && (
            <Group
              title={strings.filesOfBrief}
              words={view.briefRow.brief.name}
              action={
                shoot.outlets.length > 0 && (
                  <Action
                    look="quiet"
                    onClick={() => change(strings.filesOfBriefLeftOut, shoot.outlets, false)}
                  >
                    {strings.leaveOut}
                  </Action>
                )
              }
            />
          )}
          {plan.destinations
            .filter(({ outlet }) => !outlet)
            .map((destination) => (
              <Row key={destination.id} view={view} plan={plan} destination={destination} />
            ))}
          {shoot.outlets.map((outlet) => [
            <Group
              key={outlet.id}
              title={outlet.name}
              words={describeRules(outlet)}
              action={
                <>
                  <Link to={`/shoots/${shoot.id}/outlets/${outlet.id}`}>
                    <u>{strings.rulesInline}</u>
                  </Link>{' '}
                  <Action
                    look="quiet"
                    onClick={() =>
                      change(
                        strings.leftOutWithName(outlet.name),
                        shoot.outlets.filter(({ id }) => id !== outlet.id),
                        shoot.ownFiles || shoot.outlets.length === 1,
                      )
                    }
                  >
                    {strings.leaveOut}
                  </Action>
                </>
              }
            />,
            ...plan.destinations
              .filter((destination) => destination.outlet?.id === outlet.id)
              .map((destination) => (
                <Row key={destination.id} view={view} plan={plan} destination={destination} />
              )),
          ])}
        </tbody>
      </chakra.table>
      <Flex gap="6px" align="center" marginBottom="20px">
        <Choose
          words={strings.addOutlet}
          width="190px"
          options={open.map(({ id, name }) => ({ id, words: name }))}
          onChoose={(id) => {
            const outlet = open.find((candidate) => candidate.id === id)
            if (outlet) attempt(addOutlet(shoot.id, outlet), strings.outletCouldntBeAdded)
          }}
        />
        {!isOwn && (
          <Action
            look="quiet"
            onClick={() => change(strings.filesOfBriefAdded, shoot.outlets, true)}
          >
            {strings.addFilesOfBrief}
          </Action>
        )}
        <Link to="/outlets" state={{ from: { id: shoot.id, name: shoot.name } }}>
          <u>{strings.allOutlets}</u>
        </Link>
      </Flex>
    </>
  )
}

function Group(props: { title: string; words: string; action: React.ReactNode }) {
  return (
    <tr>
      <chakra.td colSpan={6} borderTopWidth="1px" borderColor="hairline" paddingTop="10px">
        <Flex align="baseline" gap="10px">
          <Text fontWeight="700">{props.title}</Text>
          <Text color="softInk" fontSize="12px" flex="1">
            {props.words}
          </Text>
          {props.action}
        </Flex>
      </chakra.td>
    </tr>
  )
}

function Row({ view, plan, destination }: Props & { destination: Destination }) {
  const { placement, outlet } = destination
  const going = plan.items.filter((picture) => picture.destination.id === destination.id)
  const ready = going.flatMap(({ state, rendition }) =>
    state === 'ready' && rendition ? [rendition] : [],
  )
  const broken = going.filter((p) => p.state === 'ready' && (p.broken?.length ?? 0) > 0).length
  const over = ready.filter(({ bytes }) => bytes > (placement.limitBytes ?? Infinity)).length
  const wrong = outlet ? broken : over
  const { frame } = view.briefRow.brief.steps
  const ratio = (placement.changes.frame?.ratio ?? frame.ratio) as FrameSettings['ratio'] // of its schema
  return (
    <tr>
      <Cell paddingLeft="14px">{placement.name}</Cell>
      <Cell>
        {formatSize(placementSize(placement, { ratio, mostPx: frame.mostPx }))}{' '}
        {formatWord(placement.format)}
      </Cell>
      <Cell fontFamily="mono">
        {strings.countOfTotal(formatCount(ready.length), formatCount(going.length))}
      </Cell>
      <Cell fontFamily="mono">{formatBytes(ready.reduce((sum, { bytes }) => sum + bytes, 0))}</Cell>
      <Cell fontFamily="mono">
        {ready.length > 0 ? formatBytes(Math.max(...ready.map(({ bytes }) => bytes))) : '–'}
      </Cell>
      <Cell>
        <Flex align="center" gap="8px">
          {wrong > 0 && <Attention />}
          {ready.length === 0 ? '–' : wrong === 0 ? strings.allComply : strings.doNot(wrong)}
        </Flex>
      </Cell>
    </tr>
  )
}

const Head = chakra('th', {
  base: { textAlign: 'left', fontSize: '12px', color: 'softInk', fontWeight: 600, paddingY: '6px' },
})
const Cell = chakra('td', { base: { paddingY: '5px' } })

/** Adds an outlet to those that the shoot has by now, which may be more than are shown yet. */
async function addOutlet(shootId: ShootId, outlet: Outlet): Promise<void> {
  const shoot = await database.shoots.get(shootId)
  const outlets = shoot?.outlets ?? []
  if (outlets.some(({ id }) => id === outlet.id)) return
  await perform({
    shootId,
    words: strings.added(outlet.name),
    edits: putFields('shoots', shootId, { outlets: [...outlets, outlet] }),
  })
}
