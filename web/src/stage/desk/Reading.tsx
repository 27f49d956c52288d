import { Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Action, Attention } from '../../ui'

interface Props {
  readonly label: string
  readonly measured: string
  /** What is asked, or what the row has. */
  readonly asked: string
  readonly needs: boolean
  /** The handle that matches it, or a word. */
  readonly children: ReactNode
}

/** What is measured beside what is asked, and what is done about it. */
export function Reading({ label, measured, asked, needs, children }: Props) {
  return (
    <Flex
      align="center"
      gap="8px"
      minHeight="28px"
      fontSize="12px"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      <Flex flex="1" align="center" gap="6px" whiteSpace="nowrap">
        {needs && <Attention />}
        {label}
      </Flex>
      <Text fontFamily="mono" width="66px" textAlign="right" whiteSpace="nowrap">
        {measured}
      </Text>
      <Text fontFamily="mono" width="54px" textAlign="right" color="softInk" whiteSpace="nowrap">
        {asked}
      </Text>
      <Flex width="46px" justify="flex-end" flex="none" color="softInk" whiteSpace="nowrap">
        {children}
      </Flex>
    </Flex>
  )
}

/** A word that does something about a reading. */
export const Handle = (props: { readonly onClick: () => void; readonly children: ReactNode }) => (
  <Action look="quiet" fontSize="12px" paddingX="0" onClick={props.onClick}>
    <u>{props.children}</u>
  </Action>
)
