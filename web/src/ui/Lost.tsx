import { Flex, Heading, Text } from '@chakra-ui/react'
import { Link, useRouteError } from 'react-router'
import { strings } from './strings'

/** Nothing is at this address, or a screen failed. */
export function Lost() {
  const error = useRouteError()
  return (
    <Flex direction="column" gap="8px" padding="48px">
      <Heading fontSize="24px">{error ? strings.thisScreenFailed : strings.nothingHere}</Heading>
      <Text color="softInk">
        {error instanceof Error
          ? strings.yourPhotographsAreSafeGo(error.message)
          : strings.shootOrShotMayHave}
      </Text>
      <Link to="/">
        <u>{strings.goHome}</u>
      </Link>
    </Flex>
  )
}
