import { Box, Flex, Heading } from '@chakra-ui/react'

/** One part of the panel under its title. */
export function Part(props: { title: string; aside?: React.ReactNode; children: React.ReactNode }) {
  return (
    <Box paddingY="8px" borderTopWidth="1px" borderColor="hairline" _first={{ borderTopWidth: 0 }}>
      <Flex align="baseline" marginBottom="4px">
        <Heading as="h2" fontSize="13px" fontWeight="700" flex="1">
          {props.title}
        </Heading>
        {props.aside}
      </Flex>
      {props.children}
    </Box>
  )
}
