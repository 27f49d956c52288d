import { Box, Flex } from '@chakra-ui/react'
import type { HemSegment, HemState } from './hem'

const LOOK: Readonly<Record<HemState, object>> = {
  unmade: { borderBottomWidth: '1px', borderColor: 'faint' },
  fine: { background: 'ink' },
  look: {
    background: 'amber',
    _before: {
      content: '""',
      position: 'absolute',
      left: 'calc(50% - 4px)',
      bottom: '3px',
      borderInline: '4px solid transparent',
      borderBottom: '4px solid {colors.amber}',
    },
  },
  'out-of-date': {
    backgroundImage:
      'repeating-linear-gradient(90deg, {colors.softInk} 0 3px, transparent 3px 5px)',
  },
  blocked: { borderWidth: '1px', borderColor: 'ink', height: '5px' },
}

/** The strip under a tile: a segment a step, its shape telling how the step stands. */
export function Hem({ segments }: { segments: readonly HemSegment[] }) {
  return (
    <Flex gap="2px" height="7px" align="flex-end" role="img" aria-label={describe(segments)}>
      {segments.map(({ step, state, words }) => (
        <Box key={step} title={words} position="relative" flex="1" height="3px" css={LOOK[state]} />
      ))}
    </Flex>
  )
}

function describe(segments: readonly HemSegment[]): string {
  const states = new Set(segments.map(({ state }) => state))
  if (states.size === 1) return `all steps ${segments[0]?.words.split(': ')[1] ?? ''}`
  return segments
    .filter(({ state }) => state !== 'fine')
    .map(({ words }) => words)
    .join(', ')
}
