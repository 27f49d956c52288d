import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'

interface Props {
  readonly word: string
  readonly children: ReactNode
}

/** One field of a placement under its word; the field itself is named the same. */
export const Field = ({ word, children }: Props) => (
  <Box>
    <Text aria-hidden fontSize="12px" color="softInk" lineHeight="18px">
      {word}
    </Text>
    {children}
  </Box>
)

/** Fields side by side. */
export const Fields = ({ children }: { readonly children: ReactNode }) => (
  <Flex wrap="wrap" align="flex-end" columnGap="18px" rowGap="6px" marginBottom="6px">
    {children}
  </Flex>
)
