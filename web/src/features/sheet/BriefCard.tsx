import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import { describeBrief } from '@cloudbank/core/brief'
import { countOf } from '@cloudbank/core/words'
import type { ShootView, Shot } from '../../data'
import { Action } from '../../ui'
import { makeWords } from '../../work/stale'

interface Props {
  readonly view: ShootView
  readonly selected: readonly Shot[]
  /** Renditions that are missing or out of date: of all shots, and of those that a try would make. */
  readonly toMake: number
  readonly tryShots: readonly Shot[]
  readonly toTry: number
  readonly busy: boolean
  readonly onMakeAll: () => void
  readonly onTry: () => void
}

/** What the brief says, step by step, and the button that makes it so. */
export function BriefCard(props: Props) {
  const { view, selected, toMake, tryShots, toTry, busy } = props
  const { brief } = view.briefRow
  const total = view.shots.length * brief.steps.finish.placements.length
  return (
    <Flex
      as="aside"
      direction="column"
      width="292px"
      flex="none"
      background="paper"
      borderLeftWidth="1px"
      borderColor="hairline"
    >
      <Box flex="1" overflowY="auto" padding="16px">
        <Flex align="baseline" justify="space-between">
          <Heading as="h2" fontSize="17px" fontWeight="700">
            Brief: {brief.name}
          </Heading>
          <Link to={`/shoots/${view.shoot.id}/brief`}>
            <u>open</u>
          </Link>
        </Flex>
        <Text color="softInk" marginBottom="12px">
          {selected.length === 0
            ? 'For every shot'
            : `${countOf(selected.length, 'shot')} selected`}
        </Text>
        {describeBrief(brief).map(({ id, title, words }) => (
          <Flex key={id} gap="12px" paddingY="9px" borderTopWidth="1px" borderColor="hairline">
            <Text width="52px" flex="none" fontWeight="650" fontSize="12px" lineHeight="18px">
              {title}
            </Text>
            <Text whiteSpace="pre-line">{words}</Text>
          </Flex>
        ))}
      </Box>
      <Flex gap="8px" padding="14px 12px" borderTopWidth="1px" borderColor="hairline">
        <Action
          paddingX="10px"
          onClick={props.onTry}
          disabled={busy || toTry === 0}
          title={`Make ${countOf(toTry, 'rendition')} first`}
        >
          Try on {selected.length > 0 ? 'these ' : ''}
          {tryShots.length}
        </Action>
        <Action
          look="main"
          flex="1"
          paddingX="8px"
          onClick={props.onMakeAll}
          disabled={busy || toMake === 0}
        >
          {makeWords(toMake, total)}
        </Action>
      </Flex>
    </Flex>
  )
}
