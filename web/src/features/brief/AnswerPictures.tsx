import { Box, chakra, Flex } from '@chakra-ui/react'
import type { BriefSteps } from '@cloudbank/core/brief'
import type { ShootView, Shot } from '../../data'
import { StagePreview, type OpenPicture } from '../../preview'
import { isAnswered, withAnswer, type Answer, type Question } from './questions'

interface Props {
  readonly question: Question
  readonly view: ShootView
  readonly shot: Shot
  readonly picture: OpenPicture | null
  readonly steps: BriefSteps
  readonly placementId?: string | undefined
  /** Side of an answer’s picture, in pixels of the page. */
  readonly px: number
  readonly give: (answer: Answer) => void
}

/** The answers to a question, each as a picture of one's own shot; those that the brief gives are outlined. */
export function AnswerPictures({ question, view, shot, picture, steps, px, ...props }: Props) {
  return (
    <Flex gap="12px" role="group" aria-label={question.asks}>
      {question.answers.map((answer) => {
        const isGiven = isAnswered(steps, answer)
        return (
          <chakra.button
            key={answer.words}
            type="button"
            aria-pressed={isGiven}
            width={`${px}px`}
            flexShrink="1"
            textAlign="left"
            fontSize={px < 150 ? '12px' : '13px'}
            fontWeight={isGiven ? 700 : 400}
            cursor="pointer"
            onClick={() => props.give(answer)}
          >
            <Box
              outline={isGiven ? '2px solid' : '1px solid'}
              outlineColor={isGiven ? 'ink' : 'hairline'}
              outlineOffset="2px"
              marginBottom="6px"
            >
              <StagePreview
                view={view}
                shot={shot}
                picture={picture}
                steps={withAnswer(steps, answer)}
                placementId={props.placementId}
                sidePx={Math.round(px * 1.6)}
                label={`${shot.fileName}, ${answer.words}`}
              />
            </Box>
            {answer.words}
          </chakra.button>
        )
      })}
    </Flex>
  )
}
