import { Flex, Text } from '@chakra-ui/react'
import { useNotices } from '../notices'
import { Action, Attention } from '../ui'
import { strings } from './strings'

/** Sentences that are shown at a time; the others wait behind them. */
const SHOWN = 4

/** What happened, at the foot of the screen. */
export function Notices() {
  const { notices, close } = useNotices()
  const waiting = notices.length - SHOWN
  return (
    <Flex
      aria-live="polite"
      position="fixed"
      bottom="44px"
      left="50%"
      transform="translateX(-50%)"
      direction="column"
      gap="8px"
      zIndex="toast"
      maxWidth="min(720px, 90vw)"
    >
      {waiting > 0 && (
        <Text alignSelf="center" fontSize="12px" background="paper" paddingX="8px">
          {strings.moreCloseSome(waiting)}
        </Text>
      )}
      {notices.slice(-SHOWN).map(({ id, kind, text, deed }) => (
        <Flex
          key={id}
          align="center"
          gap="10px"
          background="paper"
          borderWidth="1px"
          borderColor="ink"
          borderRadius="4px"
          paddingX="14px"
          paddingY="8px"
        >
          {kind === 'needs' && <Attention />}
          <Text flex="1">{text}</Text>
          {deed && (
            <Action
              look="quiet"
              onClick={() => {
                deed.act()
                close(id)
              }}
            >
              {deed.words}
            </Action>
          )}
          <Action look="quiet" onClick={() => close(id)}>
            {strings.close}
          </Action>
        </Flex>
      ))}
    </Flex>
  )
}
