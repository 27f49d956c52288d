import { Box, Flex } from '@chakra-ui/react'

interface Props {
  readonly done01: number
  /** Whether it is held: the bar is pale then. */
  readonly still: boolean
  readonly children: React.ReactNode
}

/** What is at work, how far it is, and how to hold it; never in the way. */
export function Strip({ done01, still, children }: Props) {
  return (
    <Flex
      role="status"
      align="center"
      gap="10px"
      position="relative"
      width="430px"
      minWidth="0"
      height="30px"
      paddingX="10px"
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="4px"
      overflow="hidden"
    >
      <Box
        position="absolute"
        bottom="0"
        left="0"
        height="3px"
        background={still ? 'faint' : 'ink'}
        style={{ width: `${done01 * 100}%` }}
      />
      <Flex position="relative" align="center" gap="10px" width="100%" minWidth="0">
        {children}
      </Flex>
    </Flex>
  )
}
