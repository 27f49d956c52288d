import { Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { formatBytes } from '@cloudbank/core/words'
import { attempt, useNotices } from '../../notices'
import { Action } from '../../ui'
import { makeRoom } from '../../work/keepers'

/** How much room the shoots take in this browser, how much there is, and a way to free some. */
export function StorageUsed() {
  const [estimate, setEstimate] = useState<StorageEstimate | null>(null)
  const look = async (): Promise<void> => setEstimate(await navigator.storage.estimate())
  useEffect(() => attempt(look(), 'The browser doesn’t say how much space there is'), [])
  if (!estimate?.usage || !estimate.quota) return null
  const free = async (): Promise<void> => {
    const { bytes } = await makeRoom()
    useNotices
      .getState()
      .say(bytes === 0 ? 'Nothing to free: everything is in use.' : `${formatBytes(bytes)} freed.`)
    await look()
  }
  return (
    <Flex align="baseline" gap="8px" marginTop="20px" color="softInk">
      <Text>
        {formatBytes(estimate.usage)} used in this browser,{' '}
        {formatBytes(estimate.quota - estimate.usage)} free. Deleting a shoot frees its photographs
        and renditions.
      </Text>
      <Action
        look="quiet"
        title="Frees earlier versions of renditions and anything no shoot uses any more"
        onClick={() => attempt(free(), 'Nothing could be freed')}
      >
        Free earlier versions
      </Action>
    </Flex>
  )
}
