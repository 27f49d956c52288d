import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Action, Key, Window } from '../ui'
import { useCommand } from '../keys/commands'
import { KEYS, keyLabel } from '../keys/keys'
import { KEY_PLACES } from '../keys/places'
import { strings } from './strings'

/** All keys, on one page. */
export function Help() {
  const [open, setOpen] = useState(false)
  useCommand('help', () => setOpen(true))
  return (
    <>
      <Action look="quiet" onClick={() => setOpen(true)} aria-label={strings.keys}>
        {strings.keys} <Key>?</Key>
      </Action>
      <Window title={strings.keys} size="xl" open={open} onClose={() => setOpen(false)}>
        <Box css={{ columns: 3, columnGap: '32px' }}>
          {KEY_PLACES.map(({ title, keys }) => (
            <Box key={title} marginBottom="14px" breakInside="avoid">
              <Heading as="h2" fontSize="14px" fontWeight="700" marginBottom="4px">
                {title}
              </Heading>
              {keys.map((name) => (
                <Flex key={name} justify="space-between" gap="12px" lineHeight="22px">
                  <Text>{KEYS[name].words}</Text>
                  <Key alignSelf="center" flex="none" whiteSpace="nowrap">
                    {keyLabel(name)}
                  </Key>
                </Flex>
              ))}
            </Box>
          ))}
        </Box>
        <Flex justify="flex-end" marginTop="18px">
          <Action onClick={() => setOpen(false)}>{strings.close}</Action>
        </Flex>
      </Window>
    </>
  )
}
