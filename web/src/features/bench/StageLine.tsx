import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { memo } from 'react'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import { KEYS, keyLabel } from '../../keys/keys'
import { Key } from '../../ui'
import { StageCanvas } from '../../preview'
import { strings } from './strings'

interface Props {
  readonly pictures: readonly StageRaster[]
  readonly stage: StepId
  readonly onStage: (stage: StepId) => void
}

/** The line of stages: the picture as it leaves each step; the one being worked on is larger. */
export const StageLine = memo(function StageLine({ pictures, stage, onStage }: Props) {
  return (
    <Flex as="nav" aria-label={strings.stages} align="flex-end" gap="6px">
      <Key title={KEYS.previousStage.words}>{keyLabel('previousStage')}</Key>
      {STEPS.map(({ id, title }, i) => {
        const picture = pictures.find(({ step }) => step === id)
        const current = id === stage
        return (
          <Flex key={id} align="center" gap="6px">
            {i > 0 && <Box width="10px" height="1px" background="faint" marginBottom="18px" />}
            <Stage
              type="button"
              aria-current={current ? 'step' : undefined}
              onClick={() => onStage(id)}
            >
              <Box
                width={current ? '92px' : '64px'}
                height={current ? '69px' : '48px'}
                background="mat"
              >
                {picture && <StageCanvas picture={picture} label={strings.after(title)} />}
              </Box>
              <Text fontSize="12px" fontWeight={current ? 700 : 500}>
                {title}
              </Text>
            </Stage>
          </Flex>
        )
      })}
      <Key title={KEYS.nextStage.words}>{keyLabel('nextStage')}</Key>
    </Flex>
  )
})

const Stage = chakra('button', {
  base: {
    display: 'block',
    cursor: 'pointer',
    color: 'softInk',
    textAlign: 'left',
    borderBottomWidth: '2px',
    borderColor: 'transparent',
    '&[aria-current=step]': { color: 'ink', borderColor: 'ink' },
  },
})
