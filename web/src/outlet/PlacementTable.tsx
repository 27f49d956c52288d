import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Placement } from '@cloudbank/core/outlets'
import { Action } from '../ui'
import { PlacementRow } from './PlacementRow'

const Head = chakra('th', {
  base: {
    textAlign: 'left',
    fontWeight: 600,
    fontSize: '12px',
    color: 'softInk',
    paddingY: '6px',
    paddingRight: '14px',
  },
})
interface Props {
  /** How many there may be. */
  readonly max: number
  readonly placements: readonly Placement[]
  readonly save: (words: string, next: readonly Placement[]) => void
}

/** The files that are made of each shot: one row a placement. */
export function PlacementTable({ max, placements, save }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  const replace = (index: number, change: Partial<Placement>): void =>
    save(
      `Placement ${placements[index]?.name ?? ''}`,
      placements.map((placement, i) => (i === index ? { ...placement, ...change } : placement)),
    )
  return (
    <Box>
      <chakra.table width="100%" borderCollapse="collapse">
        <thead>
          <tr>
            {[
              'Placement',
              'Longer side',
              'Format',
              'Quality',
              'Minimum',
              'Limit',
              'Even',
              'Likeness',
              'Density',
            ].map((word) => (
              <Head key={word}>{word}</Head>
            ))}
            <td />
          </tr>
        </thead>
        <tbody>
          {placements.map((placement, index) => (
            <PlacementRow
              key={placement.id}
              placement={placement}
              onChange={(change) => replace(index, change)}
              onRemove={
                placements.length === 1
                  ? null
                  : () =>
                      save(
                        `Placement ${placement.name} removed`,
                        placements.filter((_, i) => i !== index),
                      )
              }
              onProblem={setProblem}
            />
          ))}
        </tbody>
      </chakra.table>
      {problem && (
        <Text role="alert" fontSize="12px" fontWeight="600" marginTop="6px">
          {problem}
        </Text>
      )}
      <Flex justify="space-between" align="baseline" marginTop="10px" gap="16px">
        <Text color="softInk" fontSize="12px">
          Quality is lowered as far as the limit requires, or as far as the file still looks the
          same if a likeness is set (structural similarity; 0.98 and above is indistinguishable),
          but never below the minimum. “Even” raises it until each file is just under the limit. A
          picture that is still too large is made anyway, with a finding. PNG has no quality
          setting.
        </Text>
        <Action
          disabled={placements.length >= max}
          onClick={() => save('Placement added', [...placements, freshPlacement(placements)])}
        >
          Add a placement
        </Action>
      </Flex>
    </Box>
  )
}

function freshPlacement(placements: readonly Placement[]): Placement {
  let n = placements.length + 1
  while (placements.some(({ id }) => id === `size-${n}`)) n++
  return Placement.parse({ id: `size-${n}`, name: `size ${n}`, longSidePx: 800 })
}
