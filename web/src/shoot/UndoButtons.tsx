import { Flex, Text } from '@chakra-ui/react'
import { useHotkeys } from 'react-hotkeys-hook'
import { useHistory, type ShootId } from '../data'
import { attempt } from '../notices'
import { redo, undo } from '../work/undo'
import { Action } from '../ui'
import { isTyping, useCommand } from '../keys/commands'
import { strings } from './strings'

/** In a field of text these keys take back what was typed there. */
const CHORD = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: isTyping } as const

/** Undo and redo of a shoot, the same on every page: the last deed anywhere is named, and taken back. */
export function UndoButtons({ shootId }: { shootId: ShootId }) {
  const scope = { shootId }
  const history = useHistory(scope)
  const last = history.filter(({ undone }) => !undone).at(-1)
  const next = history.find(({ undone }) => undone)
  const back = (): void => attempt(undo(scope))
  const again = (): void => attempt(redo(scope))
  // Always there: what was done a moment ago may not have been read back yet.
  useCommand('undo', back)
  useCommand('redo', again)
  useHotkeys('mod+z', back, CHORD)
  useHotkeys('mod+shift+z', again, CHORD)
  return (
    <Flex gap="2px" align="center" minWidth="0">
      <Action
        look="quiet"
        disabled={!last}
        title={last ? strings.undoWithWords(last.words) : undefined}
        onClick={back}
        minWidth="0"
        flexShrink="1"
      >
        {strings.undo}
        {last && (
          <Text as="span" fontWeight="400" color="softInk" truncate maxWidth="260px" minWidth="0">
            {last.words}
          </Text>
        )}
      </Action>
      <Action
        look="quiet"
        disabled={!next}
        title={next ? strings.redoWithWords(next.words) : undefined}
        onClick={again}
      >
        {strings.redo}
      </Action>
    </Flex>
  )
}
