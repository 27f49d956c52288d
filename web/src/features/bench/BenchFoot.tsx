import { inSheetOrder, isTouched, verdictWords } from '@cloudbank/core/shoot'
import { isChangedSince, recipeOf, runBrief, stalePlacements } from '../../work/model'
import { makeShots } from '../../work/runs'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { UNTOUCHED } from '@cloudbank/core/brief'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { perform, putFields, type ShootView, type Shot } from '../../data'
import { attempt, useNotices } from '../../notices'
import { Action, Key, ReturnWindow } from '../../ui'
import { useGo } from '../../ui/useGo'
import {
  isReturned,
  nextReturned,
  recordVerdict,
  repairStageOf,
  type NewVerdict,
} from '../../work/verdicts'
import { UndoButtons } from '../../shoot'
import type { Bench } from '../../stage/bench'
import { CarryWindow } from './CarryWindow'
import { ShotHistory } from './ShotHistory'
import { strings } from './strings'

/** The way back; undo and redo in words, the shot's history; restore original, carry, pass, return. */
export function BenchFoot({ bench }: { readonly bench: Bench }) {
  const { view, shot } = bench
  const [carrying, setCarrying] = useState(false)
  const [returning, setReturning] = useState(false)
  const touched = isTouched(shot)
  const judge = (verdict: NewVerdict): void =>
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
      <Action look="quiet" onClick={bench.leave}>
        {bench.isFromReview ? strings.review : strings.sheet} <Key>{keyLabel('clear')}</Key>
      </Action>
      <Box width="1px" height="20px" background="hairline" />
      <UndoButtons shootId={view.shoot.id} />
      <ShotHistory shot={shot} />
      <Box flex="1" />
      <NextReturned bench={bench} />
      <Verdict view={view} shot={shot} />
      <MakeShot bench={bench} />
      <Action
        look="quiet"
        disabled={!touched}
        title={touched ? undefined : strings.nothingChanged}
        onClick={restore}
      >
        {strings.restoreOriginal}
      </Action>
      <Action
        look="quiet"
        disabled={!touched}
        title={touched ? undefined : strings.nothingChanged}
        onClick={() => setCarrying(true)}
      >
        {strings.copyTo} <Key>{keyLabel('carry')}</Key>
      </Action>
      <Action minHeight="28px" onClick={() => setReturning(true)}>
        {strings.return} <Key>{keyLabel('return')}</Key>
      </Action>
      <Action
        look="main"
        minHeight="28px"
        onClick={pass}
        aria-pressed={shot.verdict?.kind === 'passed'}
      >
        {strings.pass} <Key>{keyLabel('pass')}</Key>
      </Action>
      <CarryWindow view={view} shot={shot} open={carrying} onClose={() => setCarrying(false)} />
      <ReturnWindow
        open={returning}
        onClose={() => setReturning(false)}
        onReturn={(reason) => judge({ kind: 'returned', reason })}
      />
    </Flex>
  )
}

/** Makes the shot as it is; where there is nothing to make, it says so. */
function MakeShot({ bench: { view, shot } }: { readonly bench: Bench }) {
  const { shoot, briefRow, renditions } = view
  const stale = stalePlacements(shot, recipeOf(view), renditions).length
  const make = (): void => {
    if (stale === 0) useNotices.getState().say(strings.isUpToDate(shot.fileName))
    else
      attempt(
        makeShots(shoot.id, [shot.id], runBrief(briefRow, shoot)),
        strings.runCouldntBeStarted,
      )
  }
  useCommand('make', make)
  return (
    <Action look="quiet" onClick={make}>
      {stale === 0 ? strings.made : strings.make(stale)} <Key>{keyLabel('make')}</Key>
    </Action>
  )
}

/** The way to the next shot that was returned, at the stage where its reason is put right. */
function NextReturned({ bench: { view, shot } }: { readonly bench: Bench }) {
  const go = useGo()
  // Of the whole shoot, whatever the sheet shows of it.
  const { shots, products } = view
  const order = useMemo(() => inSheetOrder(shots, products), [shots, products])
  const next = nextReturned(order, order.indexOf(shot))
  const goOn = (): void => {
    if (!next) return
    const state = { from: 'review', stage: repairStageOf(next) }
    go(`/shoots/${view.shoot.id}/shots/${next.id}`, { state })
  }
  useCommand('nextReturned', goOn, next !== null)
  if (!next) return null
  const left = order.filter(isReturned).length
  return (
    <Action look="quiet" onClick={goOn}>
      {strings.nextReturned(left)} <Key>{keyLabel('nextReturned')}</Key>
    </Action>
  )
}

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
