import { Flex, Text } from '@chakra-ui/react'
import type { StepId } from '@cloudbank/core/steps'
import { Action } from '../../ui'
import type { ShotEditor } from '../useShotEditor'
import { strings } from '../strings'

const LEVELS = [
  { id: 'shot', words: strings.thisShot },
  { id: 'lighting', words: strings.itsLighting },
  { id: 'brief', words: strings.brief },
] as const

/** For what a change is kept. Only Light has settings of a lighting. */
export function LevelChoice({ editor, step }: { editor: ShotEditor; step: StepId }) {
  const levels = LEVELS.filter(({ id }) => id !== 'lighting' || step === 'light')
  const level = levels.some(({ id }) => id === editor.level) ? editor.level : 'shot'
  return (
    <>
      <Text color="softInk" fontSize="12px" marginBottom="4px">
        {strings.changesApplyTo}
      </Text>
      <Flex gap="4px" role="radiogroup" aria-label={strings.changesApplyTo} marginBottom="12px">
        {levels.map(({ id, words }) => (
          <Action
            key={id}
            role="radio"
            aria-checked={level === id}
            look={level === id ? 'main' : 'plain'}
            minHeight="26px"
            paddingX="8px"
            fontSize="12px"
            disabled={id === 'lighting' && !editor.hasLighting}
            onClick={() => editor.setLevel(id)}
          >
            {words}
          </Action>
        ))}
      </Flex>
    </>
  )
}
