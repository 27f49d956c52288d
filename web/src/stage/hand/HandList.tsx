import type { HandDone } from '@cloudbank/core/steps'
import { Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Action } from '../../ui'
import { DeskPart } from '../desk'
import type { HandActions } from './useHands'
import { strings } from '../strings'

interface Props<One extends HandDone> {
  readonly listed: HandActions<One>
  /** What one of them is; by its kind where this is missing. */
  readonly describe?: (one: One) => string
  /** What stands under the list. */
  readonly children?: ReactNode
}

/** What was done by hand in a step, in its order; each can be hidden and deleted. */
export function HandList<One extends HandDone>({ listed, describe, children }: Props<One>) {
  const { title, noun, words } = listed.hands
  const list = Object.entries(listed.all).sort(([, a], [, b]) => a.turn - b.turn)
  return (
    <DeskPart title={title} width={230}>
      {list.length === 0 && (
        <Text fontSize="12px" color="softInk">
          {strings.noneYet}
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
                {describe ? describe(one) : words[one.kind]}
              </Text>
              <Action
                look="quiet"
                aria-label={`${one.hidden ? strings.show : strings.hide} ${noun} ${i + 1}`}
                onClick={() => listed.setHidden(id, !one.hidden)}
              >
                {one.hidden ? strings.show : strings.hide}
              </Action>
              <Action
                look="quiet"
                aria-label={strings.delete(noun, i + 1)}
                title={strings.deleteLabel}
                onClick={() => listed.remove(id)}
              >
                ×
              </Action>
            </Flex>
          </li>
        ))}
      </ol>
      {children}
    </DeskPart>
  )
}
