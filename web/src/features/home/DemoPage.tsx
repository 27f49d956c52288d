import { Flex, Text } from '@chakra-ui/react'
import { useCallback, useEffect, useState } from 'react'
import { Action } from '../../ui'
import { useGo } from '../../ui/useGo'
import { describeError } from '../../notices'
import { openDemo } from '../../work/demo'
import { strings } from './strings'

/** Opens the demo shoot, which is fetched the first time. */
export function DemoPage() {
  const go = useGo()
  const [problem, setProblem] = useState<string | null>(null)
  const open = useCallback((): void => {
    setProblem(null)
    openDemo().then(
      (shoot) => go(`/shoots/${shoot.id}`, { replace: true }),
      (error: unknown) => setProblem(describeError(error)),
    )
  }, [go])
  useEffect(open, [open])
  return (
    <Flex padding="48px" gap="16px" align="center">
      <Text>{problem ?? strings.fetchingDemoShoot31Photographs}</Text>
      {problem !== null && <Action onClick={open}>{strings.tryAgain}</Action>}
    </Flex>
  )
}
