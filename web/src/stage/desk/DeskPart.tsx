import { Box, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'

interface Props {
  readonly title?: string
  /** Beside the title. */
  readonly aside?: ReactNode
  /** Width that it needs at least, in pixels. */
  readonly width: number
  /** Its share of the room that is left. */
  readonly grow?: number
  readonly children: ReactNode
}

/** One part of the desk under its title; what does not fit is scrolled within it. */
export function DeskPart({ title, aside, width, grow = 0, children }: Props) {
  return (
    <Box
      flex={`${grow} 0 ${width}px`}
      minWidth="0"
      height="100%"
      overflowY="auto"
      // What is scrolled is reached by keys, whatever is in it.
      tabIndex={0}
      _focusVisible={{ outlineOffset: '-2px' }}
      paddingX="16px"
      paddingY="10px"
      borderColor="hairline"
      _notFirst={{ borderLeftWidth: '1px' }}
    >
      {title !== undefined && (
        <Flex align="baseline" gap="10px" marginBottom="4px">
          <Heading as="h2" fontSize="14px" fontWeight="700" flex="1" whiteSpace="nowrap">
            {title}
          </Heading>
          {aside}
        </Flex>
      )}
      {children}
    </Box>
  )
}
