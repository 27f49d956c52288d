import { Box } from '@chakra-ui/react'
import { Command } from 'cmdk'
import { useState } from 'react'
import { Key, Window } from '../ui'
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
      <Window title="Find or do" untitled open={open} onClose={() => setOpen(false)}>
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
      </Window>
    </>
  )
}
