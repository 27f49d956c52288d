import { Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useGo } from '../../ui/useGo'
import { describeError } from '../../notices'
import { openDemo } from '../../work/demo'
import { strings } from './strings'

/** Opens the demo shoot, which is fetched the first time. */
export function DemoPage() {
  const go = useGo()
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    openDemo().then(
      (shoot) => go(`/shoots/${shoot.id}`, { replace: true }),
      (error: unknown) => setProblem(describeError(error)),
    )
  }, [go])
  return (
    <Flex padding="48px">
      <Text>{problem ?? strings.fetchingDemoShoot31Photographs}</Text>
    </Flex>
  )
}
