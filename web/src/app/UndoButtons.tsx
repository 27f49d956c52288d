import { Flex } from '@chakra-ui/react'
import { useHistory, type HistoryScope } from '../data'
import { attempt } from '../notices'
import { redo, undo } from '../work/undo'
import { Action } from '../ui'

/** Undo and redo of a shoot or of one shot; hovering says what. */
export function UndoButtons({ scope }: { scope: HistoryScope }) {
  const history = useHistory(scope)
  const last = history.filter(({ undone }) => !undone).at(-1)
  const next = history.find(({ undone }) => undone)
  return (
    <Flex gap="2px">
      <Action
        look="quiet"
        disabled={!last}
        title={last?.words}
        onClick={() => attempt(undo(scope))}
      >
        Undo
      </Action>
      <Action
        look="quiet"
        disabled={!next}
        title={next?.words}
        onClick={() => attempt(redo(scope))}
      >
        Redo
      </Action>
    </Flex>
  )
}
