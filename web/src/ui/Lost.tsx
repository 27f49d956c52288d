import { Flex, Heading, Text } from '@chakra-ui/react'
import { Link, useRouteError } from 'react-router'

/** Nothing is at this address, or a screen failed. */
export function Lost() {
  const error = useRouteError()
  return (
    <Flex direction="column" gap="8px" padding="48px">
      <Heading fontSize="24px">{error ? 'This screen failed' : 'Nothing here'}</Heading>
      <Text color="softInk">
        {error instanceof Error
          ? `${error.message}. Your photographs are safe; go back and try again.`
          : 'The shoot or shot may have been removed, or is in another browser.'}
      </Text>
      <Link to="/">
        <u>Go home</u>
      </Link>
    </Flex>
  )
}
