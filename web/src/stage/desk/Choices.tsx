import { Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Action } from '../../ui'

interface Props<Id> {
  readonly label: string
  readonly options: readonly { readonly id: Id; readonly word: string }[]
  readonly chosen: Id
  readonly choose: (id: Id) => void
  /** After the last of them. */
  readonly children?: ReactNode
}

/** A few words of which one is chosen. */
export function Choices<Id extends string | number>(props: Props<Id>) {
  const { label, options, chosen, choose, children } = props
  return (
    <Flex wrap="wrap" gap="2px" align="center" role="radiogroup" aria-label={label}>
      {options.map(({ id, word }) => (
        <Action
          key={id}
          look={chosen === id ? 'main' : 'quiet'}
          role="radio"
          aria-checked={chosen === id}
          minHeight="24px"
          paddingX="7px"
          fontSize="12px"
          onClick={() => choose(id)}
        >
          {word}
        </Action>
      ))}
      {children}
    </Flex>
  )
}
