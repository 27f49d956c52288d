import { findingsByKind } from '@cloudbank/core/shoot'
import { findingsWith } from '../work/model'
import { Box, Flex, Text } from '@chakra-ui/react'
import { memo } from 'react'
import type { Rendition, ShootView, Shot } from '../data'
import { Attention, FindingWhy } from '../ui'
import { DeskPart } from './desk'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly shot: Shot
  readonly shown: Rendition | undefined
}

/** What was found about a shot, as a part of the desk. */
export const FindingsPart = (props: Props) => (
  <DeskPart title={strings.findings} width={200} grow={1}>
    <FindingList {...props} />
  </DeskPart>
)

/** What was found about a shot, with figures and remedies. */
export const FindingList = memo(function FindingList({ view, shot, shown }: Props) {
  const findings = findingsWith(shot, view, shown ? [shown] : [])
  return (
    <Box fontSize="12px">
      {shot.failure && (
        <Flex gap="8px" align="baseline">
          <Attention />
          <Text>{strings.couldntBeMade(shot.failure)}</Text>
        </Flex>
      )}
      {findings.length === 0 && !shot.failure && <Text color="softInk">{strings.none}</Text>}
      {findingsByKind(findings).map((kind) => (
        <FindingWhy key={kind[0].code} findings={kind} />
      ))}
    </Box>
  )
})
