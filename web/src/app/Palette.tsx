import { Box, Text } from '@chakra-ui/react'
import { Command } from 'cmdk'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { useShootView } from '../data'
import { Key, Window } from '../ui'
import { useCommand, useCommands } from '../keys/commands'
import { findsOf } from './finds'
import { keyLabel } from '../keys/keys'
import { useGo } from '../ui/useGo'
import './palette.css'
import { strings } from './strings'
import { COMMAND_WORDS } from './tradeWords'

/** Finds and does everything that can be done on this screen, and finds what the shoot has. */
export function Palette() {
  const [open, setOpen] = useState(false)
  const { shootId } = useParams()
  useCommand('palette', () => setOpen(true))
  const close = (): void => setOpen(false)
  return (
    <>
      <button type="button" className="palette-opener" onClick={() => setOpen(true)}>
        {strings.search} <Key>{keyLabel('palette')}</Key>
      </button>
      <Window title={strings.searchOrRunCommand} untitled open={open} onClose={close}>
        {shootId ? <OfShoot shootId={shootId} onDone={close} /> : <List onDone={close} />}
      </Window>
    </>
  )
}

/** The list with what a shoot has in it. */
function OfShoot({ shootId, onDone }: { shootId: string; onDone: () => void }) {
  const view = useShootView(shootId)
  return <List view={view ?? undefined} onDone={onDone} />
}

interface Props {
  readonly view?: Parameters<typeof findsOf>[0] | undefined
  readonly onDone: () => void
}

function List({ view, onDone }: Props) {
  const commands = useCommands((state) => state.commands)
  const go = useGo()
  const [typed, setTyped] = useState('')
  const finds = useMemo(() => (view ? findsOf(view, typed) : []), [view, typed])
  return (
    <Command label={strings.searchOrRunCommand} loop className="palette">
      <Command.Input
        placeholder={strings.searchOrRunCommandLabel}
        autoFocus
        value={typed}
        onValueChange={setTyped}
      />
      <Command.List>
        <Command.Empty>{strings.noMatches}</Command.Empty>
        {commands
          .filter(({ name }) => name !== 'palette')
          .map((command) => (
            <Command.Item
              key={command.name}
              value={command.words}
              keywords={[(command.keyName && COMMAND_WORDS[command.keyName]) ?? '']}
              onSelect={() => {
                onDone()
                command.run()
              }}
            >
              <Box flex="1">{command.words}</Box>
              {command.keyName && <Key>{keyLabel(command.keyName)}</Key>}
            </Command.Item>
          ))}
        {finds.map(({ id, words, kind, to, state }) => (
          <Command.Item
            key={`${kind}/${id}`}
            // It was found already, by words that it may not say itself; the list's own way of looking is for what can
            // be done.
            value={`${words} ${kind} ${id} ${typed}`}
            onSelect={() => {
              onDone()
              go(to, { state })
            }}
          >
            <Text flex="1" truncate>
              {words}
            </Text>
            <Text color="softInk" fontSize="12px">
              {kind}
            </Text>
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  )
}
