import { Flex, Text } from '@chakra-ui/react'
import { Action } from '../../../../ui'
import { Part } from './CutPanel'
import { REPAIR_WORDS, type RepairActions } from './useRepairs'

/** What was done to the cut, in its order; each can be hidden and taken off. */
export function RepairList({ repairs }: { repairs: RepairActions }) {
  const list = Object.entries(repairs.repairs).sort(([, a], [, b]) => a.turn - b.turn)
  return (
    <Part title="Repairs">
      {list.length === 0 && (
        <Text fontSize="12px" color="softInk">
          None yet.
        </Text>
      )}
      <ol style={{ listStyle: 'none' }} aria-label="Repairs">
        {list.map(([id, { kind, hidden }], i) => (
          <li key={id}>
            <Flex align="center" gap="2px" fontSize="12px" minHeight="26px">
              <Text fontFamily="mono" width="22px" color="softInk">
                {i + 1}
              </Text>
              <Text
                flex="1"
                truncate
                color={hidden ? 'softInk' : 'ink'}
                textDecoration={hidden ? 'line-through' : undefined}
              >
                {REPAIR_WORDS[kind]}
              </Text>
              <Action
                look="quiet"
                aria-label={`${hidden ? 'Show' : 'Hide'} repair ${i + 1}`}
                onClick={() => repairs.setHidden(id, !hidden)}
              >
                {hidden ? 'Show' : 'Hide'}
              </Action>
              <Action
                look="quiet"
                aria-label={`Take off repair ${i + 1}`}
                title="Take off"
                onClick={() => repairs.remove(id)}
              >
                ×
              </Action>
            </Flex>
          </li>
        ))}
      </ol>
    </Part>
  )
}
