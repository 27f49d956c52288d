import { Flex, Text } from '@chakra-ui/react'
import type { SpeckMark } from '@cloudbank/core/steps'
import type { Bench } from '../../stage/bench'
import { refuseAt } from './refusals'
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

/** What was taken for dirt, as it was photographed; a click keeps it in the picture, or cleans it after all. */
export function MarksFound({ bench, marks }: Props) {
  const { view, shot, original } = bench
  const area = ({ box }: SpeckMark): number => box.width * box.height
  const largest = [...marks].sort((a, b) => area(b) - area(a)).slice(0, MAX_PICTURES)
  if (original === undefined || marks.length === 0) return null
  return (
    <Flex wrap="wrap" gap="6px" marginTop="6px" role="group" aria-label={strings.marks}>
      {largest.map((mark, i) => {
        const [x, y] = [mark.box.x + mark.box.width / 2, mark.box.y + mark.box.height / 2]
        return (
          <button
            key={`${x} ${y}`}
            type="button"
            title={mark.isRefused ? strings.keptClickToClean : strings.cleanedClickToKeep}
            aria-label={strings.mark(i + 1)}
            aria-pressed={mark.isRefused}
            className="mark-picture"
            style={{
              width: SIDE_PX,
              height: SIDE_PX,
              backgroundImage: `url(${original})`,
              backgroundSize: `${shot.width}px ${shot.height}px`,
              backgroundPosition: `${SIDE_PX / 2 - x * shot.width}px ${SIDE_PX / 2 - y * shot.height}px`,
            }}
            onClick={() => refuseAt(view.shoot.id, shot, marks, [x, y])}
          />
        )
      })}
      {marks.length > largest.length && (
        <Text fontSize="12px" color="softInk" alignSelf="center">
          {strings.more(marks.length - largest.length)}
        </Text>
      )}
    </Flex>
  )
}
