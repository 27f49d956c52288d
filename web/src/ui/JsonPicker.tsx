import { useRef } from 'react'
import { parseJson } from '@cloudbank/core/json'
import { attempt, useNotices } from '../notices'
import { Action } from './Action'
import { strings } from './strings'

/** A brief or an outlet is a few thousand letters; more is something else. */
const MAX_BYTES = 1_000_000

interface Props {
  /** What the file holds, as its input is called. */
  readonly label: string
  readonly look?: 'plain' | 'quiet'
  /** Takes what the file holds. */
  readonly onData: (fileName: string, data: unknown) => Promise<void> | void
}

/** A button that takes in a file of JSON; one that is none is said. */
export function JsonPicker({ label, look = 'plain', onData }: Props) {
  const input = useRef<HTMLInputElement>(null)
  const read = async (file: File): Promise<void> => {
    const { need } = useNotices.getState()
    if (file.size > MAX_BYTES) return need(strings.tooLargeForThisKind(file.name))
    let data: unknown
    try {
      data = parseJson(await file.text())
    } catch {
      return need(strings.notJson(file.name))
    }
    await onData(file.name, data)
  }
  return (
    <>
      <Action look={look} onClick={() => input.current?.click()}>
        {strings.import}
      </Action>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        accept=".json,application/json"
        onChange={(event) => {
          const [given] = event.target.files ?? []
          event.target.value = ''
          if (given) attempt(read(given), strings.couldntBeImported(given.name))
        }}
      />
    </>
  )
}
