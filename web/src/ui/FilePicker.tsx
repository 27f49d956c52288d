import { useRef } from 'react'
import { Action } from './Action'

interface Props {
  /** The button's words; its input is called the same, or as `name` says. */
  readonly label: string
  readonly name?: string
  /** Types of files, as an input has them. */
  readonly accept: string
  readonly onFile: (file: File) => void
}

/** A quiet button that takes in one file. */
export function FilePicker({ label, name = label, accept, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Action look="quiet" fontSize="12px" marginLeft="-6px" onClick={() => input.current?.click()}>
        {label}
      </Action>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={name}
        onChange={({ target }) => {
          const [file] = target.files ?? []
          // The same file may be chosen once more.
          target.value = ''
          if (file) onFile(file)
        }}
      />
    </>
  )
}
