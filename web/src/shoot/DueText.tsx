import { Flex, Text } from '@chakra-ui/react'
import { Attention } from '../ui'
import { dueWords, isPressing } from './due'

/** When a shoot is due; marked once the day has come. */
export function DueText({ dueOn }: { dueOn: string }) {
  return (
    <Flex align="center" gap="6px" flex="none">
      {isPressing(dueOn) && <Attention />}
      <Text color="softInk" whiteSpace="nowrap">
        {dueWords(dueOn)}
      </Text>
    </Flex>
  )
}
