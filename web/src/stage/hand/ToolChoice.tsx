import { useCommand } from '../../keys/commands'
import { keyLabel, type KeyName } from '../../keys/keys'
import { Key } from '../../ui'
import { Tool } from '../Stage'

interface Props<Id extends KeyName> {
  readonly tool: { readonly id: Id; readonly word: string; readonly hint: string }
  readonly chosen: boolean
  readonly take: (id: Id) => void
}

/** One tool in the line, and its key. */
export function ToolChoice<Id extends KeyName>({ tool, chosen, take }: Props<Id>) {
  const { id, word, hint } = tool
  useCommand(id, () => take(id))
  return (
    <Tool type="button" title={hint} aria-pressed={chosen} onClick={() => take(id)}>
      {word} <Key>{keyLabel(id)}</Key>
    </Tool>
  )
}
