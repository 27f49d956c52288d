import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { QueueReport } from '@cloudbank/hosts/orders'
import { Attention } from '../../ui'
import { strings } from './strings'

/** Photographs that are named of those that wait. */
const NAMED = 8

/** What waits, what comes next, and what was set aside, with the reason. */
export function QueuePart({ report }: { report: QueueReport }) {
  const { waiting, working, next, failed } = report
  const named = next.slice(0, NAMED)
  return (
    <Box marginTop="24px">
      <Heading as="h2" fontSize="16px" marginBottom="4px">
        {strings.queue}
      </Heading>
      <Text>{strings.inLine(waiting, working)}</Text>
      {named.length > 0 && (
        <Text fontSize="12px" fontFamily="mono" color="softInk">
          {named.join(', ')}
          {waiting > named.length && ` ${strings.more(waiting - named.length)}`}
        </Text>
      )}
      {failed.length > 0 && (
        <Box marginTop="12px">
          <Text fontWeight="650">{strings.setAside}</Text>
          {failed.map(({ name, reason }, i) => (
            <Flex key={`${name} ${i}`} align="center" gap="8px" fontSize="12px">
              <Attention />
              <Text fontFamily="mono">{name}</Text>
              <Text>{reason}</Text>
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  )
}
