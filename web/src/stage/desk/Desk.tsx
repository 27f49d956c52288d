import { Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { strings } from '../strings'

/** What changes a stage: its parts stand side by side under the picture. */
export function Desk({ children }: { readonly children: ReactNode }) {
  return (
    <Flex
      gridArea="desk"
      as="section"
      aria-label={strings.desk}
      minWidth="0"
      overflowX="auto"
      overflowY="hidden"
      background="paper"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      {children}
    </Flex>
  )
}
