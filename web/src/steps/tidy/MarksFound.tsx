import { Flex, Text } from '@chakra-ui/react'
import type { SpeckMark } from '@cloudbank/core/steps'
import type { Bench } from '../../stage/bench'
import { decideAsked, decideAt } from './markDecisions'
import { Action, Attention } from '../../ui'
import { strings } from './strings'
import './tidy.css'

/** Marks that are shown as pictures at most, the largest first. */
const MAX_PICTURES = 60
/** Side of a mark's picture, in pixels of the screen; it is shown pixel for pixel. */
const SIDE_PX = 46

interface Props {
  readonly bench: Bench
  readonly marks: readonly SpeckMark[]
}

/** What a click on a mark does. */
const TITLES = {
  cleaned: strings.cleanedClickToKeep,
  rejected: strings.keptClickToUndo,
  asked: strings.mayBePrintClickToClean,
} as const

/** What comes first: what there is to decide, then the largest. */
const inOrder = (marks: readonly SpeckMark[]): SpeckMark[] => {
  const rank = ({ box, standing }: SpeckMark): number =>
    (standing === 'asked' ? 1 : 0) + box.width * box.height
  return [...marks].sort((a, b) => rank(b) - rank(a))
}

/** What was taken for dirt, as it was photographed; a click keeps it in the picture, or cleans it after all. */
export function MarksFound({ bench, marks }: Props) {
  const { view, shot, original } = bench
  const shown = inOrder(marks).slice(0, MAX_PICTURES)
  const asked = marks.filter(({ standing }) => standing === 'asked').length
  const decide = (said: 'refused' | 'accepted'): void =>
    decideAsked(view.shoot.id, shot, marks, said)
  if (original === undefined || marks.length === 0) return null
  return (
    <>
      {asked > 0 && (
        <Flex align="center" gap="8px" fontSize="12px" marginTop="6px">
          <Attention />
          <Text>{strings.asked(asked)}</Text>
          <Action onClick={() => decide('accepted')}>{strings.cleanAsked}</Action>
          <Action onClick={() => decide('refused')}>{strings.keepAsked}</Action>
        </Flex>
      )}
      <Flex wrap="wrap" gap="6px" marginTop="6px" role="group" aria-label={strings.marks}>
        {shown.map((mark, i) => {
          const [x, y] = [mark.box.x + mark.box.width / 2, mark.box.y + mark.box.height / 2]
          return (
            <button
              key={`${x} ${y}`}
              type="button"
              title={TITLES[mark.standing]}
              aria-label={strings.mark(i + 1)}
              aria-pressed={mark.standing === 'rejected'}
              className="mark-picture"
              data-standing={mark.standing}
              style={{
                width: SIDE_PX,
                height: SIDE_PX,
                backgroundImage: `url(${original})`,
                backgroundSize: `${shot.width}px ${shot.height}px`,
                backgroundPosition: `${SIDE_PX / 2 - x * shot.width}px ${SIDE_PX / 2 - y * shot.height}px`,
              }}
              onClick={() => decideAt(view.shoot.id, shot, marks, [x, y])}
            />
          )
        })}
        {marks.length > shown.length && (
          <Text fontSize="12px" color="softInk" alignSelf="center">
            {strings.more(marks.length - shown.length)}
          </Text>
        )}
      </Flex>
    </>
  )
}
