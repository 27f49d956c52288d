import { isChangedSince, recipeOf } from '../../work/model'
import { Box, Text } from '@chakra-ui/react'
import { keyLabel } from '../../keys/keys'
import type { ShootView } from '../../data'
import { Action, Key } from '../../ui'
import { FindingLine } from './FindingLine'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly onVerdict: (verdict: string) => void
  readonly onReview: () => void
}

/** How far the review is: what was passed and returned, and what nobody has seen yet. */
export function ReviewPart({ view, onVerdict, onReview }: Props) {
  const { shots } = view
  const recipe = recipeOf(view)
  const counts = [
    {
      verdict: 'returned',
      title: strings.returned,
      needs: true,
      hint: strings.shotsReturnedWithReason,
      count: shots.filter(({ verdict }) => verdict?.kind === 'returned').length,
    },
    {
      verdict: 'changed',
      title: strings.changedSince,
      needs: true,
      hint: strings.shotsChangedSinceTheirVerdict,
      count: shots.filter((shot) => isChangedSince(shot, recipe)).length,
    },
    {
      verdict: 'passed',
      title: strings.passed,
      needs: false,
      hint: strings.shotsThatPassed,
      count: shots.filter(({ verdict }) => verdict?.kind === 'passed').length,
    },
    {
      verdict: 'none',
      title: strings.unreviewed,
      needs: false,
      hint: strings.shotsWithoutVerdict,
      count: shots.filter(({ verdict }) => verdict === null).length,
    },
  ].filter(({ count }) => count > 0)
  const left = shots.filter((shot) => shot.verdict === null || isChangedSince(shot, recipe)).length
  if (shots.length === 0) return null
  return (
    <>
      <Text color="softInk" fontSize="12px" paddingX="16px" marginTop="12px" marginBottom="2px">
        {strings.review}
      </Text>
      {counts.map(({ verdict, title, needs, hint, count }) => (
        <FindingLine
          key={verdict}
          title={title}
          hint={hint}
          count={count}
          needs={needs}
          shown={false}
          onClick={() => onVerdict(verdict)}
        />
      ))}
      <Box paddingX="16px" marginTop="8px">
        <Action width="100%" onClick={onReview}>
          {left > 0 ? strings.reviewWithLeft(left) : strings.reviewAgain}
          <Key>{keyLabel('review')}</Key>
        </Action>
      </Box>
    </>
  )
}
