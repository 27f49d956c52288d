import { findingsByKind } from '@cloudbank/core/shoot'
import { findingsWith } from '../work/model'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { memo } from 'react'
import type { Rendition, ShootView, Shot } from '../data'
import { Attention, FindingWhy } from '../ui'
import { strings } from './strings'

/** What was found about a shot, with figures and remedies. */
export const FindingList = memo(function FindingList(props: {
  view: ShootView
  shot: Shot
  shown: Rendition | undefined
}) {
  const { view, shot, shown } = props
  const findings = findingsWith(shot, view, shown ? [shown] : [])
  return (
    <>
      <Heading as="h2" fontSize="15px" marginTop="18px" marginBottom="6px">
        {strings.findings}
      </Heading>
      {shot.failure && (
        <Flex gap="8px" align="baseline">
          <Attention />
          <Text>{strings.couldntBeMade(shot.failure)}</Text>
        </Flex>
      )}
      {findings.length === 0 && !shot.failure && <Text color="softInk">{strings.none}</Text>}
      <Box fontSize="12px">
        {findingsByKind(findings).map((kind) => (
          <FindingWhy key={kind[0].code} findings={kind} />
        ))}
      </Box>
    </>
  )
})
