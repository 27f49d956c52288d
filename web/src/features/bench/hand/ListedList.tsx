import { Flex, Text } from '@chakra-ui/react'
import { Action } from '../../../ui'
import { Part } from './Part'
import type { ListedActions } from './useListed'

interface Props<One> {
  readonly title: string
  /** One of them: “repair”. */
  readonly noun: string
  readonly listed: ListedActions<One>
  readonly wordsOf: (one: One) => string
}

/** What was done by hand, in its order; each can be hidden and taken off. */
export function ListedList<One extends { readonly turn: number; readonly hidden: boolean }>({
  title,
  noun,
  listed,
  wordsOf,
}: Props<One>) {
  const list = Object.entries(listed.all).sort(([, a], [, b]) => a.turn - b.turn)
  return (
    <Part title={title}>
      {list.length === 0 && (
        <Text fontSize="12px" color="softInk">
          None yet.
        </Text>
      )}
      <ol style={{ listStyle: 'none' }} aria-label={title}>
        {list.map(([id, one], i) => (
          <li key={id}>
            <Flex align="center" gap="2px" fontSize="12px" minHeight="26px">
              <Text fontFamily="mono" width="22px" color="softInk">
                {i + 1}
              </Text>
              <Text
                flex="1"
                truncate
                color={one.hidden ? 'softInk' : 'ink'}
                textDecoration={one.hidden ? 'line-through' : undefined}
              >
                {wordsOf(one)}
              </Text>
              <Action
                look="quiet"
                aria-label={`${one.hidden ? 'Show' : 'Hide'} ${noun} ${i + 1}`}
                onClick={() => listed.setHidden(id, !one.hidden)}
              >
                {one.hidden ? 'Show' : 'Hide'}
              </Action>
              <Action
                look="quiet"
                aria-label={`Take off ${noun} ${i + 1}`}
                title="Take off"
                onClick={() => listed.remove(id)}
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
