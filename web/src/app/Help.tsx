import { Dialog, Flex, Grid, Portal, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Action, Key } from '../ui'
import { useCommand } from './commands'
import { KEYS, keyLabel, type KeyName } from './keys'

/** All keys, on one page. */
export function Help() {
  const [open, setOpen] = useState(false)
  useCommand('help', () => setOpen(true))
  return (
    <>
      <Action look="quiet" onClick={() => setOpen(true)} aria-label="Keys">
        Keys <Key>?</Key>
      </Action>
      <Dialog.Root open={open} onOpenChange={(details) => setOpen(details.open)} size="lg">
        <Portal>
          <Dialog.Backdrop background="transparent" />
          <Dialog.Positioner>
            <Dialog.Content
              boxShadow="none"
              borderWidth="1px"
              borderColor="ink"
              borderRadius="6px"
              padding="20px"
            >
              <Dialog.Title fontFamily="heading" fontSize="22px" marginBottom="14px">
                Keys
              </Dialog.Title>
              <Grid templateColumns="1fr 1fr" columnGap="32px" rowGap="6px">
                {(Object.keys(KEYS) as KeyName[]).map((name) => (
                  <Flex key={name} justify="space-between" gap="12px">
                    <Text>{KEYS[name].words}</Text>
                    <Key>{keyLabel(name)}</Key>
                  </Flex>
                ))}
              </Grid>
              <Flex justify="flex-end" marginTop="18px">
                <Action onClick={() => setOpen(false)}>Close</Action>
              </Flex>
            </Dialog.Content>
          </Dialog.Positioner>
        </Portal>
      </Dialog.Root>
    </>
  )
}
