import { Flex, Text } from '@chakra-ui/react'
import { memo } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { Action, Key } from '../ui'
import { keyLabel, type KeyName } from './keys'
import { strings } from './strings'

/** Whether the hints have been put away, in this browser. */
const useHints = create<{ readonly away: boolean }>()(
  persist((): { readonly away: boolean } => ({ away: false }), { name: 'cloudbank-hint' }),
)

/** What is worth knowing on every screen. */
const EVERYWHERE: readonly KeyHint[] = [
  { keyName: 'palette', words: 'searches and runs commands' },
  { keyName: 'help', words: 'shows all keys' },
]

interface KeyHint {
  readonly keyName: KeyName
  readonly words: string
}

/** The keys of a screen that nobody would guess, at its foot, until they are put away. */
export const KeyHints = memo(function KeyHints({ hints }: { hints: readonly KeyHint[] }) {
  const away = useHints((state) => state.away)
  if (away) return null
  return (
    <Flex
      align="center"
      gap="14px"
      height="34px"
      flex="none"
      paddingX="16px"
      fontSize="12px"
      overflow="hidden"
      whiteSpace="nowrap"
      background="paper"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      <Flex flex="1" minWidth="0" gap="14px" overflow="hidden">
        {[...hints, ...EVERYWHERE].map(({ keyName, words }) => (
          <Text key={keyName}>
            <Key>{keyLabel(keyName)}</Key> {words}
          </Text>
        ))}
      </Flex>
      <Action
        look="quiet"
        fontSize="12px"
        flex="none"
        onClick={() => useHints.setState({ away: true })}
      >
        {strings.hide}
      </Action>
    </Flex>
  )
})
