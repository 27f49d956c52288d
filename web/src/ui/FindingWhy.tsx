import { Box, Flex, Text } from '@chakra-ui/react'
import type { AnyFinding } from '@cloudbank/core/findings'
import { wordsOf } from '@cloudbank/core/steps'
import { Attention } from './Attention'

/** Findings of one kind in full: what they are, the values and limits, and what to do. */
export function FindingWhy({ findings }: { findings: readonly [AnyFinding, ...AnyFinding[]] }) {
  const words = wordsOf(findings[0])
  const figures = findings
    .map((finding) => words.figures?.(finding) ?? '')
    .filter((part) => part !== '')
    .join(' ')
  return (
    <Box marginBottom="6px" _last={{ marginBottom: 0 }}>
      <Flex align="center" gap="6px">
        {words.weight !== 'note' && <Attention />}
        <Text fontWeight="650">{words.title}</Text>
      </Flex>
      {figures !== '' && <Text>{figures}</Text>}
      <Text color="softInk">{words.remedy}</Text>
    </Box>
  )
}
