import { Flex, Text } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useParams } from 'react-router'
import { KeyHints } from '../../keys/KeyHints'
import { Lost } from '../../ui/Lost'
import { useShootView, type ShootView } from '../../data'
import { Action } from '../../ui'
import { ReviewEnd } from './ReviewEnd'
import { ReviewPicture } from './ReviewPicture'
import { ReviewSide } from './ReviewSide'
import { ReviewTrail } from './ReviewTrail'
import { useReview } from './reviewStore'
import { toReview } from './toReview'
import { useReviewModel } from './useReviewModel'
import { strings } from './strings'

/** A way through the shoot by keys alone: worst first, each shot passed, returned or touched up. */
export function ReviewPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  const round = useReview((state) => state.round)
  const begin = useReview((state) => state.begin)
  useEffect(() => {
    // One that was left for the bench goes on where it was.
    if (view && round?.shootId !== shootId)
      begin(
        shootId,
        toReview(view).map(({ id }) => id),
      )
  }, [view, round, shootId, begin])
  if (view === undefined || (view && round?.shootId !== shootId)) return null
  return view === null ? <Lost /> : <Review view={view} />
}

function Review({ view }: { view: ShootView }) {
  const model = useReviewModel(view)
  const { at, total, shot } = model
  return (
    <Flex direction="column" height="100%">
      <Flex
        align="center"
        gap="14px"
        height="36px"
        flex="none"
        paddingX="16px"
        background="paper"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        <Text fontWeight="700">{strings.review}</Text>
        <Text color="softInk" role="status">
          {shot ? strings.worstFirstOf(at + 1, total) : strings.allSeen(total)}
        </Text>
        <progress className="review-progress" value={at} max={Math.max(1, total)} />
        <Action look="quiet" onClick={model.leave}>
          {strings.leave}
        </Action>
      </Flex>
      {shot ? (
        <Flex flex="1" minHeight="0" key={shot.id}>
          <ReviewTrail view={view} model={model} />
          <ReviewPicture view={view} model={model} shot={shot} />
          <ReviewSide view={view} model={model} shot={shot} />
        </Flex>
      ) : (
        <ReviewEnd view={view} model={model} />
      )}
      {shot && <KeyHints hints={HINTS} />}
    </Flex>
  )
}

const HINTS = [
  { keyName: 'actual', words: strings.doubtfulPlace11 },
  { keyName: 'doubt', words: strings.nextOne },
  { keyName: 'previous', words: strings.shotBefore },
  { keyName: 'next', words: 'later' },
] as const
