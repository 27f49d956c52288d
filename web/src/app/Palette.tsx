import { Box, Dialog, Portal } from '@chakra-ui/react'
import { Command } from 'cmdk'
import { useState } from 'react'
import { Key } from '../ui'
import { useCommand, useCommands } from './commands'
import { keyLabel } from './keys'
import './palette.css'

/** Finds and does everything that can be done on this screen. */
export function Palette() {
  const [open, setOpen] = useState(false)
  const commands = useCommands((state) => state.commands)
  useCommand('palette', () => setOpen(true))
  return (
    <>
      <button type="button" className="palette-opener" onClick={() => setOpen(true)}>
        Find or do <Key>{keyLabel('palette')}</Key>
      </button>
      <Dialog.Root open={open} onOpenChange={(details) => setOpen(details.open)} size="md">
        <Portal>
          <Dialog.Backdrop background="transparent" />
          <Dialog.Positioner>
            <Dialog.Content boxShadow="none" borderWidth="1px" borderColor="ink" borderRadius="6px">
              <Dialog.Title srOnly>Find or do</Dialog.Title>
              <Command label="Find or do" loop className="palette">
                <Command.Input placeholder="What do you want to do?" autoFocus />
                <Command.List>
                  <Command.Empty>Nothing of that name here.</Command.Empty>
                  {commands
                    .filter(({ name }) => name !== 'palette')
                    .map((command) => (
                      <Command.Item
                        key={command.name}
                        value={command.words}
                        onSelect={() => {
                          setOpen(false)
                          command.run()
                        }}
                      >
                        <Box flex="1">{command.words}</Box>
                        {command.keyName && <Key>{keyLabel(command.keyName)}</Key>}
                      </Command.Item>
                    ))}
                </Command.List>
              </Command>
            </Dialog.Content>
          </Dialog.Positioner>
        </Portal>
      </Dialog.Root>
    </>
  )
}
