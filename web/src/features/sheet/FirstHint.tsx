import { Flex, Text } from '@chakra-ui/react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { keyLabel, type KeyName } from '../../app/keys'
import { Action, Key } from '../../ui'

/** Whether the hint has been put away, in this browser. */
const useHint = create<{ readonly away: boolean }>()(
  persist((): { readonly away: boolean } => ({ away: false }), { name: 'cloudbank-hint' }),
)

const HINTS: readonly { readonly keyName: KeyName; readonly words: string }[] = [
  { keyName: 'next', words: 'moves' },
  { keyName: 'toggle', words: 'selects' },
  { keyName: 'open', words: 'opens' },
  { keyName: 'review', words: 'reviews' },
  { keyName: 'palette', words: 'finds and does' },
  { keyName: 'help', words: 'shows all keys' },
]

/** The keys that nobody would guess, until they are put away. */
export function FirstHint() {
  const away = useHint((state) => state.away)
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
        {HINTS.map(({ keyName, words }) => (
          <Text key={keyName}>
            <Key>{keyLabel(keyName)}</Key> {words}
          </Text>
        ))}
      </Flex>
      <Action
        look="quiet"
        fontSize="12px"
        flex="none"
        onClick={() => useHint.setState({ away: true })}
      >
        Put away
      </Action>
    </Flex>
  )
}
