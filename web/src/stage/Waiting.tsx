import { Text } from '@chakra-ui/react'
import { describeError } from '../notices'
import type { ShotMattes } from '../preview'
import { strings } from './strings'

/** Why there is no picture yet. */
export function Waiting({ mattes }: { mattes: ShotMattes }) {
  if (mattes.kind === 'here') return null
  return (
    <Text whiteSpace="nowrap">
      {mattes.kind === 'waiting' ? strings.cutting : strings.notCut(describeError(mattes.error))}
    </Text>
  )
}
