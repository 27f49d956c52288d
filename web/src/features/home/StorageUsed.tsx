import { Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { formatBytes } from '@cloudbank/core/words'
import { attempt, useNotices } from '../../notices'
import { Action } from '../../ui'
import { makeRoom } from '../../work/room'
import { strings } from './strings'

/** How much room the shoots take in this browser, how much there is, and a way to free some. */
export function StorageUsed() {
  const [estimate, setEstimate] = useState<StorageEstimate | null>(null)
  const look = async (): Promise<void> => setEstimate(await navigator.storage.estimate())
  useEffect(() => attempt(look(), strings.browserDoesntSayHowMuch), [])
  if (!estimate?.usage || !estimate.quota) return null
  const free = async (): Promise<void> => {
    const { bytes } = await makeRoom()
    useNotices
      .getState()
      .say(bytes === 0 ? strings.nothingToFreeEverythingIs : `${formatBytes(bytes)} freed.`)
    await look()
  }
  return (
    <Flex align="baseline" gap="8px" marginTop="20px" color="softInk">
      <Text>
        {strings.usedInThisBrowserFree(
          formatBytes(estimate.usage),
          formatBytes(estimate.quota - estimate.usage),
        )}
      </Text>
      <Action
        look="quiet"
        title={strings.freesEarlierVersionsOfRenditions}
        onClick={() => attempt(free(), strings.nothingCouldBeFreed)}
      >
        {strings.freeEarlierVersions}
      </Action>
    </Flex>
  )
}
