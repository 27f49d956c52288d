import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { formatDuration } from '@cloudbank/core/words'
import type { WorkerReport } from '@cloudbank/hosts/orders'
import { strings } from './strings'

/** Stages that are shown; the rest takes next to nothing. */
const SHOWN = 8

/** The time of all workers by stage, the longest first, for one photograph in the mean. */
export function StageTime({ workers }: { workers: readonly WorkerReport[] }) {
  const made = workers.reduce((sum, one) => sum + one.made, 0)
  if (made === 0) return null
  const sums = new Map<string, number>()
  for (const { stagesMs } of workers)
    for (const [stage, ms] of Object.entries(stagesMs)) sums.set(stage, (sums.get(stage) ?? 0) + ms)
  const stages = [...sums].sort(([, a], [, b]) => b - a).slice(0, SHOWN)
  const total = [...sums.values()].reduce((sum, ms) => sum + ms, 0)
  const longest = stages[0]?.[1] ?? 1
  return (
    <Box marginTop="24px" maxWidth="560px">
      <Heading as="h2" fontSize="16px" marginBottom="4px">
        {strings.whereTimeGoes}
      </Heading>
      <Text marginBottom="6px">{strings.eachPhotograph(formatDuration(total / made))}</Text>
      {stages.map(([stage, ms]) => (
        <Flex key={stage} align="center" gap="10px" fontSize="12px" lineHeight="20px">
          <Text width="110px">{stage}</Text>
          <Box flex="1">
            <Box height="8px" background="ink" width={`${(100 * ms) / longest}%`} />
          </Box>
          <Text width="70px" textAlign="right">
            {formatDuration(ms / made)}
          </Text>
        </Flex>
      ))}
    </Box>
  )
}
