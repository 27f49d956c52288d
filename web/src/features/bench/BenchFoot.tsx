import { isTouched, verdictWords } from '@cloudbank/core/shoot'
import { isChangedSince, recipeOf } from '../../work/model'
import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useState } from 'react'
import { UNTOUCHED } from '@cloudbank/core/brief'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { perform, putFields, useHistory, type ShootView, type Shot } from '../../data'
import { attempt } from '../../notices'
import { Action, Key, ReturnWindow } from '../../ui'
import { shotScope, undoBefore } from '../../work/undo'
import { recordVerdict } from '../../work/verdicts'
import { CarryWindow } from './CarryWindow'
import { strings } from './strings'

/** Deeds of a shot's history that are shown. */
const SHOWN = 6

/** History as words; undo and redo, restore original, carry, pass, return. */
export const BenchFoot = memo(function BenchFoot({ view, shot }: { view: ShootView; shot: Shot }) {
  const scope = shotScope(shot)
  const history = useHistory(scope)
  const [carrying, setCarrying] = useState(false)
  const [returning, setReturning] = useState(false)
  const touched = isTouched(shot)
  const judge = (verdict: Parameters<typeof recordVerdict>[2]): void =>
    attempt(recordVerdict(shot, view, verdict), strings.verdictCouldntBeSaved)
  const pass = (): void => judge(shot.verdict?.kind === 'passed' ? null : { kind: 'passed' })
  const restore = (): void =>
    attempt(
      perform({
        shootId: view.shoot.id,
        words: strings.restoredOriginalOf(shot.fileName),
        edits: putFields('shots', shot.id, { touches: UNTOUCHED }),
      }),
      strings.originalCouldntBeRestored,
    )
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
      <Flex
        as="ol"
        aria-label={strings.history}
        flex="1"
        minWidth="0"
        gap="14px"
        overflow="hidden"
        fontSize="12px"
        listStyleType="none"
      >
        {history.length === 0 && (
          <Text as="li" color="softInk">
            {strings.noChangesToThisShot}
          </Text>
        )}
        {history.slice(-SHOWN).map((deed) => (
          <li key={deed.id}>
            <Text
              as="button"
              whiteSpace="nowrap"
              cursor={deed.undone ? 'default' : 'pointer'}
              color={deed.undone ? 'softInk' : 'ink'}
              textDecoration={deed.undone ? 'line-through' : undefined}
              _hover={deed.undone ? {} : { textDecoration: 'underline' }}
              title={deed.undone ? undefined : strings.goBackToBeforeThis}
              aria-disabled={deed.undone}
              onClick={() => deed.undone || attempt(undoBefore(deed.id, scope))}
            >
              {deed.words}
            </Text>
          </li>
        ))}
      </Flex>
      <Verdict view={view} shot={shot} />
      <Action look="quiet" disabled={!touched} onClick={restore}>
        {strings.restoreOriginal}
      </Action>
      <Action look="quiet" disabled={!touched} onClick={() => setCarrying(true)}>
        {strings.copyTo} <Key>{keyLabel('carry')}</Key>
      </Action>
      <Box width="1px" height="20px" background="hairline" />
      <Action look="quiet" onClick={pass} aria-pressed={shot.verdict?.kind === 'passed'}>
        {strings.pass} <Key>{keyLabel('pass')}</Key>
      </Action>
      <Action look="quiet" onClick={() => setReturning(true)}>
        {strings.return} <Key>{keyLabel('return')}</Key>
      </Action>
      <CarryWindow view={view} shot={shot} open={carrying} onClose={() => setCarrying(false)} />
      <ReturnWindow
        open={returning}
        onClose={() => setReturning(false)}
        onReturn={(reason) => judge({ kind: 'returned', reason })}
      />
    </Flex>
  )
})

function Verdict({ view, shot }: { view: ShootView; shot: Shot }) {
  if (!shot.verdict) return null
  const words = verdictWords(shot.verdict)
  const changed = isChangedSince(shot, recipeOf(view)) ? strings.changedSince : ''
  return (
    <Text fontWeight="650" whiteSpace="nowrap" maxWidth="260px" truncate data-testid="verdict">
      {`${words.charAt(0).toUpperCase()}${words.slice(1)}${changed}`}
    </Text>
  )
}
