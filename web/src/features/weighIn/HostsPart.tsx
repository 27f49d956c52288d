import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { HostRule } from '@cloudbank/core/weigh'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { readHosts, writeHosts } from '../../work/weighing'
import { strings } from './strings'

/** The hosts that the server may fetch from; nothing while it is away. */
export function HostsPart() {
  const [hosts, setHosts] = useState<readonly HostRule[] | null>(null)
  useEffect(() => {
    readHosts().then(setHosts, () => setHosts(null))
  }, [])
  if (!hosts) return null
  const remove = async (gone: HostRule): Promise<void> => {
    const left = hosts.filter((rule) => rule !== gone)
    await writeHosts(left)
    setHosts(left)
  }
  return (
    <Box marginTop="26px">
      <Heading as="h2" fontSize="16px" marginBottom="4px">
        {strings.allowedHosts}
      </Heading>
      {hosts.length === 0 && <Text color="softInk">{strings.noHosts}</Text>}
      {hosts.map((rule) => (
        <Flex key={rule.host} align="center" gap="12px" borderTopWidth="1px" borderColor="hairline">
          <Text fontFamily="mono" fontSize="13px">
            {rule.host}
          </Text>
          <Text fontSize="12px" color="softInk" flex="1">
            {rule.reach === 'private' ? strings.inPrivateNetworks : ''}
          </Text>
          <Action look="quiet" onClick={() => attempt(remove(rule), strings.hostsCouldntBeChanged)}>
            {strings.remove}
          </Action>
        </Flex>
      ))}
    </Box>
  )
}
