import { Box, Flex, Text } from '@chakra-ui/react'
import type { AnyFinding } from '@cloudbank/core/findings'
import { wordsOf } from '@cloudbank/core/steps'
import { Attention } from './Attention'

/** One finding in full: what it is, the value and its limit, and what to do. */
export function FindingWhy({ finding }: { finding: AnyFinding }) {
  const words = wordsOf(finding)
  const figures = words.figures?.(finding)
  return (
    <Box marginBottom="6px" _last={{ marginBottom: 0 }}>
      <Flex align="center" gap="6px">
        {words.weight !== 'note' && <Attention />}
        <Text fontWeight="650">{words.title}</Text>
      </Flex>
      {figures && <Text>{figures}</Text>}
      <Text color="softInk">{words.remedy}</Text>
    </Box>
  )
}
