import { Box, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** Where there is no room, a part gets this share of the width that it wants; then the desk is scrolled. */
const LEAST = 0.78

interface Props {
  readonly title?: string
  /** Beside the title. */
  readonly aside?: ReactNode
  /** Width that it wants at least, in pixels. */
  readonly width: number
  /** Its share of the room that is left. */
  readonly grow?: number
  readonly children: ReactNode
}

/** One part of the desk under its title; what does not fit is scrolled within it. */
export function DeskPart({ title, aside, width, grow = 0, children }: Props) {
  return (
    <Box
      flex={`${grow} 1 ${width}px`}
      minWidth={`${Math.round(width * LEAST)}px`}
      containerType="inline-size"
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
