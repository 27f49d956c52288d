import { chakra, Flex } from '@chakra-ui/react'
import { keyLabel } from '../../keys/keys'
import { LevelChoice } from '../../stage/controls'
import type { Bench } from '../../stage/bench'
import { Key } from '../../ui'
import { StageLine } from './StageLine'
import { isSeenBy, WAYS, type Way } from './ways'
import { strings } from './strings'

interface Props {
  readonly bench: Bench
  readonly lookBy: (way: Way) => void
}

/** For what a change is kept, the stages, and how the shot is looked at. */
export function BenchHead({ bench, lookBy }: Props) {
  return (
    <Flex
      gridArea="head"
      align="center"
      gap="20px"
      paddingX="16px"
      background="paper"
      borderBottomWidth="1px"
      borderColor="hairline"
    >
      <LevelChoice editor={bench.editor} view={bench.view} shot={bench.shot} step={bench.stage} />
      <StageLine bench={bench} />
      <Flex
        role="group"
        aria-label={strings.waysToLook}
        gap="4px"
        flex="none"
        css={{ '@media (max-width: 1180px)': { '& kbd': { display: 'none' } } }}
      >
        {WAYS.map(({ keyName, word }) => (
          <WayButton
            key={keyName}
            type="button"
            aria-pressed={isSeenBy(keyName, bench)}
            onClick={() => lookBy(keyName)}
          >
            {word} <Key>{keyLabel(keyName)}</Key>
          </WayButton>
        ))}
      </Flex>
    </Flex>
  )
}

const WayButton = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '5px',
    height: '28px',
    paddingX: '4px',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    color: 'softInk',
    borderBottomWidth: '2px',
    borderColor: 'transparent',
    '&[aria-pressed=true]': { color: 'ink', fontWeight: 700, borderColor: 'ink' },
  },
})
