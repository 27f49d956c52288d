import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useHistory, type Shot } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { shotScope, undoBefore } from '../../work/undo'
import { strings } from './strings'

/** What was changed on this shot, the newest first, as a list that opens; one can go back to before any of it. */
export function ShotHistory({ shot }: { readonly shot: Shot }) {
  const scope = shotScope(shot)
  const history = useHistory(scope)
  const [open, setOpen] = useState(false)
  if (history.length === 0)
    return (
      <Text color="softInk" whiteSpace="nowrap">
        {strings.noChangesToThisShot}
      </Text>
    )
  return (
    <Box position="relative" flex="none">
      <Action look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {strings.changesToThisShot(history.length)}
      </Action>
      {open && (
        <Box
          as="ol"
          aria-label={strings.history}
          position="absolute"
          left="0"
          bottom="34px"
          zIndex="2"
          minWidth="260px"
          maxHeight="320px"
          overflowY="auto"
          padding="6px"
          listStyleType="none"
          background="paper"
          borderWidth="1px"
          borderColor="ink"
          borderRadius="4px"
        >
          {history.toReversed().map((deed) => (
            <li key={deed.id}>
              <Action
                look="quiet"
                width="100%"
                justifyContent="flex-start"
                color={deed.undone ? 'softInk' : 'ink'}
                textDecoration={deed.undone ? 'line-through' : undefined}
                title={deed.undone ? undefined : strings.goBackToBeforeThis}
                aria-disabled={deed.undone}
                onClick={() => deed.undone || attempt(undoBefore(deed.id, scope))}
              >
                {deed.words}
              </Action>
            </li>
          ))}
        </Box>
      )}
    </Box>
  )
}
