import { Flex, Text } from '@chakra-ui/react'
import { Action, Attention } from '../ui'
import { useNotices } from './notices'

/** What happened, at the foot of the screen. */
export function Notices() {
  const { notices, close } = useNotices()
  return (
    <Flex
      aria-live="polite"
      position="fixed"
      bottom="14px"
      left="50%"
      transform="translateX(-50%)"
      direction="column"
      gap="8px"
      zIndex="toast"
      maxWidth="min(720px, 90vw)"
    >
      {notices.map(({ id, kind, text }) => (
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
          <Action look="quiet" onClick={() => close(id)}>
            Close
          </Action>
        </Flex>
      ))}
    </Flex>
  )
}
