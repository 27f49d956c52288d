import { Text } from '@chakra-ui/react'
import { describeError } from '../notices'
import { formatCount } from '@cloudbank/core/words'
import { useRetouching, type ShotMattes } from '../preview'
import { strings } from './strings'

/** Why there is no picture yet, or not the newest. */
export function Waiting({ mattes }: { mattes: ShotMattes }) {
  const retouching = useRetouching((state) => state.retouching)
  if (retouching) {
    const { done, total } = retouching
    return (
      <Text whiteSpace="nowrap">{strings.retouches(formatCount(done), formatCount(total))}</Text>
    )
  }
  if (mattes.kind === 'here') return null
  return (
    <Text whiteSpace="nowrap">
      {mattes.kind === 'waiting' ? strings.cutting : strings.notCut(describeError(mattes.error))}
    </Text>
  )
}
