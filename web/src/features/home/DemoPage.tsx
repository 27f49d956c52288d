import { Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { openDemo } from '../../work/demo'

/** Opens the demo shoot, which is fetched the first time. */
export function DemoPage() {
  const navigate = useNavigate()
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    openDemo()
      .then((shoot) => navigate(`/shoots/${shoot.id}`, { replace: true }))
      .catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)))
  }, [navigate])
  return (
    <Flex padding="48px">
      <Text>{problem ?? 'Fetching the demo shoot, 31 photographs, 24 MB …'}</Text>
    </Flex>
  )
}
