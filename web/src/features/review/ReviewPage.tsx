import { Flex, Heading, Text } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useParams } from 'react-router'
import { KeyHints } from '../../keys/KeyHints'
import { Lost } from '../../ui/Lost'
import { useGo } from '../../ui/useGo'
import { useShootView, type ShootView } from '../../data'
import { Action } from '../../ui'
import { ReviewPicture } from './ReviewPicture'
import { ReviewSide } from './ReviewSide'
import { ReviewTrail } from './ReviewTrail'
import { useReview } from './reviewStore'
import { toReview } from './toReview'
import { useReviewModel, type ReviewModel } from './useReviewModel'
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
        <End view={view} model={model} />
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

/** What came of it. */
function End({ view, model }: { view: ShootView; model: ReviewModel }) {
  const go = useGo()
  const shots = view.shots.filter(({ id }) => model.ids.has(id))
  const passed = shots.filter(({ verdict }) => verdict?.kind === 'passed').length
  const returned = shots.filter(({ verdict }) => verdict?.kind === 'returned')
  return (
    <Flex flex="1" direction="column" align="center" justify="center" gap="10px" padding="24px">
      <Heading fontSize="24px">{strings.seen(model.total)}</Heading>
      <Text>
        {strings.passedReturnedUnreviewed(
          passed,
          returned.length,
          model.total - passed - returned.length,
        )}
      </Text>
      {returned.map((shot) => (
        <Text key={shot.id} color="softInk">
          <Text as="span" fontFamily="mono">
            {shot.fileName}
          </Text>
          : {shot.verdict?.kind === 'returned' ? shot.verdict.reason : ''}
        </Text>
      ))}
      <Flex gap="8px" marginTop="8px">
        <Action onClick={() => model.goTo(model.total - 1)}>{strings.backToLastOne}</Action>
        <Action onClick={model.leave}>{strings.toSheet}</Action>
        <Action look="main" onClick={() => go(`/shoots/${view.shoot.id}/deliver`)}>
          {strings.deliver}
        </Action>
      </Flex>
    </Flex>
  )
}
