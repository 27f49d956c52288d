import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Placement } from '@cloudbank/core/outlets'
import { Action } from '../ui'
import { PlacementRow } from './PlacementRow'
import { strings } from './strings'

interface Props {
  /** How many there may be. */
  readonly max: number
  readonly placements: readonly Placement[]
  readonly save: (words: string, next: readonly Placement[]) => void
}

/** The files that are made of each shot: one group of fields a placement. */
export function PlacementTable({ max, placements, save }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  const replace = (index: number, change: Partial<Placement>): void =>
    save(
      strings.placement(placements[index]?.name ?? ''),
      placements.map((placement, i) => (i === index ? { ...placement, ...change } : placement)),
    )
  return (
    <Box>
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
                    strings.placementRemoved(placement.name),
                    placements.filter((_, i) => i !== index),
                  )
          }
          onProblem={setProblem}
        />
      ))}
      {problem && (
        <Text role="alert" fontSize="12px" fontWeight="600" marginTop="6px">
          {problem}
        </Text>
      )}
      <Flex justify="space-between" align="baseline" marginY="10px" gap="16px">
        <Text color="softInk" fontSize="12px">
          {strings.qualityIsLoweredAsFar}
        </Text>
        <Action
          disabled={placements.length >= max}
          onClick={() => save(strings.placementAdded, [...placements, freshPlacement(placements)])}
        >
          {strings.addPlacement}
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
