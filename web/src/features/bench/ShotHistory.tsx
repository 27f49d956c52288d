import { Box, Popover, Portal, Text } from '@chakra-ui/react'
import { useHistory, type Shot } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { shotScope, undoBefore } from '../../work/undo'
import { strings } from './strings'

/** What was changed on this shot, the newest first, as a list that opens; one can go back to before any of it. */
export function ShotHistory({ shot }: { readonly shot: Shot }) {
  const scope = shotScope(shot)
  const history = useHistory(scope)
  if (history.length === 0)
    return (
      <Text color="softInk" whiteSpace="nowrap">
        {strings.noChangesToThisShot}
      </Text>
    )
  return (
    <Popover.Root positioning={{ placement: 'top-start' }} lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <Action look="quiet" flex="none">
          {strings.changesToThisShot(history.length)}
        </Action>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            width="auto"
            minWidth="260px"
            borderWidth="1px"
            borderColor="ink"
            aria-label={strings.history}
          >
            <Popover.Body padding="6px" maxHeight="320px" overflowY="auto">
              <Box as="ol" aria-label={strings.history} listStyleType="none">
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
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  )
}
