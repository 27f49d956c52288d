import { chakra, Flex, Text } from '@chakra-ui/react'
import type { Origin } from '@cloudbank/core/brief'
import type { StepId } from '@cloudbank/core/steps'
import type { ShootView, Shot } from '../../data'
import type { ShotEditor } from '../useShotEditor'
import { strings } from '../strings'

interface Props {
  readonly editor: ShotEditor
  readonly view: Pick<ShootView, 'shots'>
  readonly shot: Shot
  readonly step: StepId
}

/** For what a change is kept, and how many shots that is. Only Light has settings of a lighting. */
export function LevelChoice({ editor, view, shot, step }: Props) {
  const ofLighting = view.shots.filter(({ lightingId }) => lightingId === shot.lightingId).length
  const all: readonly { readonly id: Origin; readonly words: string }[] = [
    { id: 'shot', words: strings.thisShot },
    { id: 'lighting', words: strings.itsLighting(ofLighting) },
    { id: 'brief', words: strings.brief(view.shots.length) },
  ]
  const levels = all.filter(({ id }) => id !== 'lighting' || step === 'light')
  const level = levels.some(({ id }) => id === editor.level) ? editor.level : 'shot'
  return (
    <Flex direction="column" gap="2px" flex="none">
      <Text color="softInk" fontSize="12px" lineHeight="14px">
        {strings.changesApplyTo}
      </Text>
      <Flex
        role="radiogroup"
        aria-label={strings.changesApplyTo}
        borderWidth="1px"
        borderColor="ink"
        borderRadius="3px"
      >
        {levels.map(({ id, words }) => (
          <Level
            key={id}
            type="button"
            role="radio"
            aria-checked={level === id}
            disabled={id === 'lighting' && !editor.hasLighting}
            onClick={() => editor.setLevel(id)}
          >
            {words}
          </Level>
        ))}
      </Flex>
    </Flex>
  )
}

const Level = chakra('button', {
  base: {
    paddingX: '10px',
    fontSize: '12px',
    lineHeight: '22px',
    whiteSpace: 'nowrap',
    cursor: 'pointer',
    _disabled: { color: 'softInk', cursor: 'default' },
    '&[aria-checked=true]': { background: 'ink', color: 'paper', fontWeight: 600 },
  },
})
