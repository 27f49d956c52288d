import { runBrief } from '../../work/model'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import { PER_PLACEMENT } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import { perform, put, type Rendition, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { Thumb } from '../../preview'
import { Action, Attention } from '../../ui'
import { makeAgain, makeShots } from '../../work/runs'
import type { DeliveryDecision, RemedyAction } from './decisions'
import { strings } from './strings'
import { useStillRows } from './useStillRows'

/** Side of a picture in the list, in pixels, and how many are shown. */
const PICTURE_PX = 52
const SHOWN = 9

/** What a person decides before the pictures leave, worst first, with the pictures. */
export function DecisionList({
  view,
  decisions,
}: {
  view: ShootView
  decisions: DeliveryDecision[]
}) {
  const act = (deed: RemedyAction): void => attempt(actOn(deed, view), strings.itCouldntBeDone)
  const rows = useStillRows(decisions)
  return (
    <Box marginBottom="18px">
      {decisions.length === 0 ? (
        <Text marginBottom="6px">{strings.nothingToDecide}</Text>
      ) : (
        <Heading as="h2" fontSize="16px" marginBottom="6px">
          {strings.toDecideFirst}
        </Heading>
      )}
      {rows.map(({ decision, isSettled }) => {
        const { id, weight, title, figures, remedy, shots, deed } = decision
        if (isSettled)
          return (
            <Flex
              key={id}
              gap="8px"
              paddingY="8px"
              borderTopWidth="1px"
              borderColor="hairline"
              color="softInk"
            >
              {strings.settled(title)}
            </Flex>
          )
        return (
          <Flex
            key={id}
            data-decision={id}
            gap="16px"
            paddingY="8px"
            borderTopWidth="1px"
            borderColor="hairline"
            align="flex-start"
          >
            <Box width="300px" flex="none">
              <Flex align="center" gap="8px">
                {weight !== 'note' && <Attention />}
                <Text fontWeight="650">{title}</Text>
              </Flex>
              <Text fontSize="12px">
                {countOf(shots.length, 'shot')}
                {figures !== '' && `: ${figures}`}
              </Text>
              <Text fontSize="12px" color="softInk">
                {remedy}
              </Text>
            </Box>
            <Flex gap="4px" flex="1" minWidth="0" overflow="hidden" align="center">
              {shots.slice(0, SHOWN).map((shot) => (
                <Link key={shot.id} to={`/shoots/${view.shoot.id}/shots/${shot.id}`}>
                  <Thumb shot={shot} view={view} px={PICTURE_PX} />
                </Link>
              ))}
              {shots.length > SHOWN && (
                <Text fontSize="12px" whiteSpace="nowrap">
                  {strings.andMore(shots.length - SHOWN)}
                </Text>
              )}
            </Flex>
            {deed && (
              <Action flex="none" onClick={() => act(deed)}>
                {deed.words}
              </Action>
            )}
          </Flex>
        )
      })}
    </Box>
  )
}

function actOn(deed: RemedyAction, { shoot, briefRow }: ShootView): Promise<void> {
  const brief = runBrief(briefRow, shoot)
  switch (deed.kind) {
    case 'set-outlet': {
      const { outlet, words } = deed
      const outlets = shoot.outlets.map((other) => (other.id === outlet.id ? outlet : other))
      return perform({
        shootId: shoot.id,
        words: `${outlet.name}: ${words}`,
        edits: [put('shoots', shoot.id, ['outlets'], outlets)],
      })
    }
    case 'enlarge':
      return perform({
        shootId: shoot.id,
        words: strings.mayBeEnlarged(deed.items.length),
        edits: deed.items.map(({ shot, destination }) =>
          put(
            'shots',
            shot.id,
            ['touches', 'frame', PER_PLACEMENT, destination.id, 'enlarge'],
            true,
          ),
        ),
      })
    case 'make':
      return makeShots(
        shoot.id,
        deed.shots.map(({ id }) => id),
        brief,
      )
    case 'make-again':
      return makeAgain(
        shoot.id,
        deed.items.flatMap(({ rendition }): Rendition[] => (rendition ? [rendition] : [])),
        brief,
      )
  }
}
