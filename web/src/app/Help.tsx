import { Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Action, Key, Window } from '../ui'
import { useCommand } from '../keys/commands'
import { KEYS, keyLabel, type KeyName } from '../keys/keys'
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
      <Window title={strings.keys} size="lg" open={open} onClose={() => setOpen(false)}>
        <Grid templateColumns="1fr 1fr" columnGap="32px" rowGap="6px">
          {(Object.keys(KEYS) as KeyName[]).map((name) => (
            <Flex key={name} justify="space-between" gap="12px">
              <Text>{KEYS[name].words}</Text>
              <Key>{keyLabel(name)}</Key>
            </Flex>
          ))}
        </Grid>
        <Flex justify="flex-end" marginTop="18px">
          <Action onClick={() => setOpen(false)}>{strings.close}</Action>
        </Flex>
      </Window>
    </>
  )
}
