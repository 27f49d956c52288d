import { verdictWords } from '@cloudbank/core/shoot'
import { Box, Text } from '@chakra-ui/react'
import type { ShootView } from '../../data'
import { Thumb } from '../../preview'
import type { ReviewModel } from './useReviewModel'
import { strings } from './strings'

/** Shots before the one that is seen, and after it. */
const BEFORE = 2
const AFTER = 2

/** What was seen a moment ago, and what comes. */
export function ReviewTrail({ view, model }: { view: ShootView; model: ReviewModel }) {
  const { at, shots, goTo } = model
  const first = Math.max(0, at - BEFORE)
  return (
    <Box
      as="aside"
      aria-label={strings.seenAndNext}
      width="148px"
      flex="none"
      overflowY="auto"
      padding="12px 14px"
      background="paper"
      borderRightWidth="1px"
      borderColor="hairline"
    >
      {shots.slice(first, at + AFTER + 1).map((shot, i) => {
        const place = first + i
        const isNow = place === at
        const words = isNow
          ? 'now'
          : place > at
            ? place === at + 1
              ? 'next'
              : 'then'
            : shot.verdict
              ? verdictWords(shot.verdict)
              : 'unreviewed'
        return (
          <button
            key={shot.id}
            type="button"
            className="review-step"
            aria-current={isNow || undefined}
            onClick={() => goTo(place)}
          >
            <Thumb shot={shot} view={view} px={112} />
            <Text as="span" display="block" fontSize="12px" truncate maxWidth="112px">
              {words}
            </Text>
          </button>
        )
      })}
    </Box>
  )
}
