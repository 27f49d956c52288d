import { chakra, Grid } from '@chakra-ui/react'
import { useCommand } from '../../keys/commands'
import { keyLabel, type KeyName } from '../../keys/keys'
import { Key } from '../../ui'

interface ToolWords<Id extends KeyName> {
  readonly id: Id
  readonly word: string
  readonly hint: string
}

interface Props<Id extends KeyName> {
  readonly label: string
  readonly tools: readonly ToolWords<Id>[]
  readonly chosen: Id
  readonly take: (id: Id) => void
}

/** Width of a tool with its word and key, in pixels. */
const TOOL_PX = 82

/** What the pointer can do, as words with their keys; one of them is in hand. */
export function ToolGrid<Id extends KeyName>({ label, tools, chosen, take }: Props<Id>) {
  return (
    <Grid
      role="group"
      aria-label={label}
      gap="5px"
      marginBottom="8px"
      gridTemplateColumns={`repeat(auto-fill, minmax(${TOOL_PX}px, 1fr))`}
    >
      {tools.map((tool) => (
        <Tool key={tool.id} tool={tool} isChosen={tool.id === chosen} take={take} />
      ))}
    </Grid>
  )
}

interface ToolProps<Id extends KeyName> {
  readonly tool: ToolWords<Id>
  readonly isChosen: boolean
  readonly take: (id: Id) => void
}

function Tool<Id extends KeyName>({ tool: { id, word, hint }, isChosen, take }: ToolProps<Id>) {
  useCommand(id, () => take(id))
  return (
    <ToolButton type="button" title={hint} aria-pressed={isChosen} onClick={() => take(id)}>
      {word} <Key>{keyLabel(id)}</Key>
    </ToolButton>
  )
}

/** A switch of the desk. */
export const ToolButton = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: '6px',
    minHeight: '30px',
    paddingX: '8px',
    borderRadius: '2px',
    fontSize: '12px',
    fontWeight: 550,
    textAlign: 'left',
    cursor: 'pointer',
    background: 'sky',
    '&[aria-pressed=true]': { background: 'ink', color: 'paper', '& kbd': { color: 'paper' } },
  },
})
