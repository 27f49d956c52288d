import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useState } from 'react'
import { UNTOUCHED } from '@cloudbank/core/brief'
import { useCommand } from '../../app/commands'
import { keyLabel } from '../../app/keys'
import { UndoButtons } from '../../app/UndoButtons'
import { perform, putFields, useHistory, type ShootView, type Shot } from '../../data'
import { attempt } from '../../notices'
import { Action, Key } from '../../ui'
import { isTouched } from '../../work/recipe'
import { benchScope, undoOne } from '../../work/undo'
import { CarryWindow } from './CarryWindow'
import { ReturnWindow } from './ReturnWindow'

/** Deeds of a shot's history that are shown. */
const SHOWN = 6

/** History as words; undo and redo, restore original, carry, pass, return. */
export const BenchFoot = memo(function BenchFoot({ view, shot }: { view: ShootView; shot: Shot }) {
  const scope = benchScope(view, shot)
  const history = useHistory(scope)
  const [carrying, setCarrying] = useState(false)
  const [returning, setReturning] = useState(false)
  const touched = isTouched(shot)
  const record = (words: string, after: Partial<Shot>): void =>
    attempt(
      perform({ shootId: view.shoot.id, words, edits: putFields('shots', shot.id, after) }),
      `“${words}” could not be kept`,
    )
  const pass = (): void =>
    shot.verdict?.kind === 'passed'
      ? record('Verdict taken back', { verdict: null })
      : record('Passed', { verdict: { kind: 'passed' } })
  useCommand('pass', pass)
  useCommand('return', () => setReturning(true))
  useCommand('carry', () => setCarrying(true), touched)
  return (
    <Flex
      gridArea="foot"
      align="center"
      gap="8px"
      minWidth="0"
      paddingX="12px"
      background="paper"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      <UndoButtons scope={scope} />
      <Flex
        as="ol"
        aria-label="History"
        flex="1"
        minWidth="0"
        gap="14px"
        overflow="hidden"
        fontSize="12px"
        listStyleType="none"
      >
        {history.length === 0 && <Text color="softInk">Nothing changed on this shot yet.</Text>}
        {history.slice(-SHOWN).map((deed) => (
          <li key={deed.id}>
            <Text
              as="button"
              whiteSpace="nowrap"
              cursor={deed.undone ? 'default' : 'pointer'}
              color={deed.undone ? 'softInk' : 'ink'}
              textDecoration={deed.undone ? 'line-through' : undefined}
              _hover={deed.undone ? {} : { textDecoration: 'underline' }}
              title={deed.undone ? undefined : 'Take back this change alone'}
              aria-disabled={deed.undone}
              onClick={() => deed.undone || attempt(undoOne(deed.id, scope))}
            >
              {deed.words}
            </Text>
          </li>
        ))}
      </Flex>
      <Verdict shot={shot} />
      <Action
        look="quiet"
        disabled={!touched}
        onClick={() => record('Restored the original', { touches: UNTOUCHED })}
      >
        Restore original
      </Action>
      <Action look="quiet" disabled={!touched} onClick={() => setCarrying(true)}>
        Carry … <Key>{keyLabel('carry')}</Key>
      </Action>
      <Box width="1px" height="20px" background="hairline" />
      <Action look="quiet" onClick={pass} aria-pressed={shot.verdict?.kind === 'passed'}>
        Pass <Key>{keyLabel('pass')}</Key>
      </Action>
      <Action look="quiet" onClick={() => setReturning(true)}>
        Return … <Key>{keyLabel('return')}</Key>
      </Action>
      <CarryWindow view={view} shot={shot} open={carrying} onClose={() => setCarrying(false)} />
      <ReturnWindow
        open={returning}
        onClose={() => setReturning(false)}
        onReturn={(reason) =>
          record(`Returned: ${reason}`, { verdict: { kind: 'returned', reason } })
        }
      />
    </Flex>
  )
})

function Verdict({ shot }: { shot: Shot }) {
  if (!shot.verdict) return null
  return (
    <Text fontWeight="650" whiteSpace="nowrap" maxWidth="220px" truncate data-testid="verdict">
      {shot.verdict.kind === 'passed' ? 'Passed' : `Returned: ${shot.verdict.reason}`}
    </Text>
  )
}
