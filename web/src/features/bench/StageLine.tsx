import { Box, chakra, Flex } from '@chakra-ui/react'
import { planHem, STEPS } from '@cloudbank/core/steps'
import { KEYS, keyLabel } from '../../keys/keys'
import type { Bench } from '../../stage/bench'
import { Key } from '../../ui'
import '../../ui/hem.css'
import { findingsWith, recipeOf, standingOf } from '../../work/model'
import { strings } from './strings'

/** The shot's hem, large: a segment a stage, whose shape says how it stands. */
export function StageLine({ bench }: { readonly bench: Bench }) {
  const { view, shot, stage, setStage, made } = bench
  const segments = planHem({
    standing: standingOf(shot, recipeOf(view), view.renditions),
    findings: findingsWith(shot, view, made),
    failed: shot.failure !== null,
  })
  return (
    <Flex
      as="nav"
      aria-label={strings.stages}
      flex="1"
      minWidth="0"
      justify="center"
      align="center"
      gap="8px"
      css={{ '--hem': '1.4px' }}
    >
      <Key title={KEYS.previousStage.words}>{keyLabel('previousStage')}</Key>
      {STEPS.map(({ id, title }, i) => (
        <Stage
          key={id}
          type="button"
          title={segments[i]!.words}
          aria-current={id === stage ? 'step' : undefined}
          onClick={() => setStage(id)}
        >
          <Flex height="10px" align="flex-end">
            <Box flex="1" className={`hem-segment ${segments[i]!.state}`} />
          </Flex>
          <span>{title}</span>
        </Stage>
      ))}
      <Key title={KEYS.nextStage.words}>{keyLabel('nextStage')}</Key>
    </Flex>
  )
}

const Stage = chakra('button', {
  base: {
    flex: '0 1 84px',
    minWidth: '0',
    cursor: 'pointer',
    color: 'softInk',
    lineHeight: '22px',
    '& > span': { paddingX: '4px', borderBottomWidth: '3px', borderColor: 'transparent' },
    '&[aria-current=step]': { color: 'ink', fontWeight: 700, '& > span': { borderColor: 'ink' } },
  },
})
