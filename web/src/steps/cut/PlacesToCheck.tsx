import { Flex, Text } from '@chakra-ui/react'
import { keyLabel } from '../../keys/keys'
import { Action, Key } from '../../ui'
import { strings } from './strings'
import type { Doubts } from './useDoubts'

/** The way through what is in doubt, and the gap in view. */
export function PlacesToCheck({ doubts: { all, at, next, gap } }: { doubts: Doubts }) {
  return (
    <Flex direction="column" align="start" marginLeft="-6px">
      <Action look="quiet" disabled={all.length === 0} onClick={next}>
        {strings.nextPlaceToCheck} <Key>{keyLabel('doubt')}</Key>
      </Action>
      {all[at] && (
        <Text fontSize="12px" color="softInk" marginLeft="6px" data-testid="place-in-view">
          {strings.placeInView(at + 1, all.length, gap ? gapWord(gap.isOpen) : strings.unsureEdge)}
        </Text>
      )}
      {gap && (
        <Action look="quiet" onClick={gap.turn}>
          {gap.isOpen ? strings.closeGap : strings.openGap} <Key>{keyLabel('turnGap')}</Key>
        </Action>
      )}
    </Flex>
  )
}

const gapWord = (isOpen: boolean): string => (isOpen ? strings.openGapInView : strings.closedGap)
