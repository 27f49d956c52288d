import { Textarea } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import type { Handle } from '@cloudbank/core/steps'
import type { Sides } from '../../stage/view'
import { strings } from './strings'

interface TextProps {
  readonly handle: Handle
  readonly sides: Sides
  readonly name: string
  readonly text: string
  readonly keep: (text: string) => void
  readonly close: () => void
}

/** The text of a mark, written where it stands. */
export function TextInPlace({ handle: { box }, sides, name, text, keep, close }: TextProps) {
  const [draft, setDraft] = useState(text)
  const isLeft = useRef(false)
  const leave = (keeps: boolean): void => {
    if (isLeft.current) return
    isLeft.current = true
    if (keeps && draft !== text) keep(draft)
    close()
  }
  return (
    <Textarea
      aria-label={strings.editText(name)}
      autoFocus
      size="xs"
      position="absolute"
      pointerEvents="auto"
      background="paper"
      minWidth="180px"
      fontFamily="mono"
      rows={2}
      style={{ left: box.x * sides.width, top: (box.y + box.height) * sides.height + 4 }}
      value={draft}
      onFocus={({ target }) => target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onPointerDown={(event) => event.stopPropagation()}
      onBlur={() => leave(true)}
      onKeyDown={(event) => {
        event.stopPropagation()
        if (event.key === 'Escape') leave(false)
        if (event.key === 'Enter' && !event.shiftKey) {
          event.preventDefault()
          leave(true)
        }
      }}
    />
  )
}
