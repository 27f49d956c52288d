import { Box, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { ShootView, Shot } from '../../data'
import { Thumb } from '../../preview'
import { Action } from '../../ui'
import { useGo } from '../../ui/useGo'
import { isReturned, repairStageOf } from '../../work/verdicts'
import { shotTitle, type ReviewModel } from './useReviewModel'
import { strings } from './strings'

/** What came of a review: the returned shots with their reasons, and the way to repair them. */
export function ReviewEnd({ view, model }: { view: ShootView; model: ReviewModel }) {
  const go = useGo()
  const shots = model.shots
  const passed = shots.filter(({ verdict }) => verdict?.kind === 'passed').length
  const returned = shots.filter(isReturned)
  const [first] = returned
  const base = `/shoots/${view.shoot.id}`
  return (
    <Flex flex="1" direction="column" align="center" minHeight="0" padding="28px 24px 0">
      <Heading fontSize="24px">{strings.seen(model.total)}</Heading>
      <Text marginTop="4px">
        {strings.passedReturnedUnreviewed(
          passed,
          returned.length,
          model.total - passed - returned.length,
        )}
      </Text>
      <Grid
        as="ul"
        listStyleType="none"
        flex="0 1 auto"
        minHeight="0"
        overflowY="auto"
        marginY="18px"
        gap="18px"
        width="100%"
        maxWidth="1120px"
        justifyContent="center"
        gridTemplateColumns="repeat(auto-fill, 200px)"
      >
        {returned.map((shot) => (
          <li key={shot.id}>
            <Link to={`${base}/shots/${shot.id}`} state={benchState(shot)}>
              <Box height="200px" background="mat">
                <Thumb shot={shot} view={view} px={200} />
              </Box>
              <Text fontWeight="650" truncate marginTop="6px">
                {shotTitle(shot, view)}
              </Text>
              <Text fontSize="12px" color="softInk">
                {shot.verdict?.kind === 'returned' ? shot.verdict.reason : ''}
              </Text>
            </Link>
          </li>
        ))}
      </Grid>
      <Flex gap="8px" flex="none" paddingBottom="24px">
        <Action onClick={() => model.goTo(model.total - 1)}>{strings.backToLastOne}</Action>
        <Action onClick={model.leave}>{strings.toSheet}</Action>
        <Action look={first ? 'plain' : 'main'} onClick={() => go(`${base}/deliver`)}>
          {strings.deliver}
        </Action>
        {first && (
          <Action
            look="main"
            onClick={() => go(`${base}/shots/${first.id}`, { state: benchState(first) })}
          >
            {strings.repair(returned.length)}
          </Action>
        )}
      </Flex>
    </Flex>
  )
}

const benchState = (shot: Shot) => ({ from: 'review', stage: repairStageOf(shot) })
