import { Flex, Text } from '@chakra-ui/react'
import type { Plan } from '@cloudbank/core/brief'
import { keyLabel } from '../../keys/keys'
import type { Bench } from '../../stage/bench'
import { Action, Key } from '../../ui'
import { PlacePicture } from './PlacePicture'
import { strings } from './strings'
import type { Doubts } from './useDoubts'

/** Places that are shown as pictures at most; the largest come first, and the key goes on from there. */
const MAX_PICTURES = 8

interface Props {
  readonly bench: Bench
  /** The plan with the repairs that are being drawn. */
  readonly plan: Plan
  readonly doubts: Doubts
}

/** What is in doubt, as pictures at 1:1; the gap in view is opened or closed. */
export function PlacesToCheck({ bench, plan, doubts: { all, at, show, gap } }: Props) {
  if (all.length === 0) return null
  return (
    <>
      <Flex gap="8px" marginY="6px" overflowX="auto" padding="3px" marginLeft="-3px">
        {all.slice(0, MAX_PICTURES).map((doubt, i) => (
          <PlacePicture
            key={i}
            bench={bench}
            plan={plan}
            box={doubt.box}
            isInView={i === at}
            words={`${i + 1} ${doubt.kind === 'gap' ? gapWord(doubt.isOpen) : strings.unsureEdge}`}
            onShow={() => show(i)}
          />
        ))}
      </Flex>
      <Flex align="center" gap="8px" wrap="wrap" fontSize="12px">
        <Action look="quiet" marginLeft="-6px" onClick={() => show((at + 1) % all.length)}>
          {strings.nextPlaceToCheck} <Key>{keyLabel('doubt')}</Key>
        </Action>
        {all[at] && (
          <Text data-testid="place-in-view">
            {strings.placeInView(
              at + 1,
              all.length,
              gap ? gapWord(gap.isOpen) : strings.unsureEdge,
            )}
          </Text>
        )}
        {gap && (
          <Action look="quiet" onClick={gap.turn}>
            {gap.isOpen ? strings.closeGap : strings.openGap} <Key>{keyLabel('turnGap')}</Key>
          </Action>
        )}
      </Flex>
    </>
  )
}

const gapWord = (isOpen: boolean): string => (isOpen ? strings.openGapInView : strings.closedGap)
