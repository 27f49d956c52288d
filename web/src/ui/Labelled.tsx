import { Flex } from '@chakra-ui/react'

/** A control with its words before it. */
export function Labelled({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <Flex asChild align="center" gap="6px" fontSize="13px">
      <label>
        {words}
        {children}
      </label>
    </Flex>
  )
}
