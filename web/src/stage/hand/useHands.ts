import { useCallback, useMemo, useState } from 'react'
import { handDone, STEPS, type HandDone, type Hands, type StepId } from '@cloudbank/core/steps'
import { isSame, type ShootId, type Shot } from '../../data'
import { attempt } from '../../notices'
import { keepPuts } from '../../work/saves'
import { strings } from '../strings'

/** What has been drawn and is not read back yet, with what was there before it. */
type Pending<One> = Readonly<Record<string, { readonly one: One; readonly before: unknown }>>

/** What a person did to a shot by hand in one step, and what can be done about it. */
export interface HandActions<One> {
  readonly hands: Hands
  readonly all: Readonly<Record<string, One>>
  readonly add: (one: One) => void
  readonly change: (id: string, words: string, one: One) => void
  readonly remove: (id: string) => void
  readonly setHidden: (id: string, hidden: boolean) => void
}

const handsOf = (step: StepId): Hands => {
  const hands = STEPS.find(({ id }) => id === step)?.hands
  if (!hands) throw new TypeError(strings.nothingIsDoneByHand(step))
  return hands
}

/**
 * What was done to a shot by hand: shown at once, kept in its history one by one, and safe although the page is
 * left before it is in the database.
 *
 * @typeParam One what the step's own schema says of one of it.
 */
export function useHands<One extends HandDone>(
  shootId: ShootId,
  shot: Shot,
  step: StepId,
): HandActions<One> {
  const hands = handsOf(step)
  const kept = handDone(hands, shot.touches[step]) as Readonly<Record<string, One>> // as its step has it
  const [pending, setPending] = useState<Pending<One>>({})
  const waiting = Object.entries(pending).filter(([id, { before }]) => isSame(kept[id], before))
  if (waiting.length < Object.keys(pending).length) setPending(Object.fromEntries(waiting))
  const all = useMemo(() => {
    const shown = Object.entries(pending).map(([id, { one }]) => [id, one] as const)
    return { ...kept, ...Object.fromEntries(shown) }
  }, [kept, pending])

  const { field, noun, words: wordsFor } = hands
  const record = useCallback(
    (words: string, id: string, value: unknown, more: readonly string[] = []): Promise<void> => {
      const path = ['touches', step, field, id, ...more]
      return keepPuts(shootId, words, [{ table: 'shots', id: shot.id, path, value }])
    },
    [shootId, shot.id, step, field],
  )
  const keep = (id: string, words: string, one: One): void => {
    setPending((others) => ({ ...others, [id]: { one, before: kept[id] } }))
    const gone = (error: unknown): never => {
      setPending(({ [id]: _, ...rest }) => rest)
      throw error
    }
    attempt(record(words, id, one).catch(gone), strings.couldntBeSaved(words))
  }
  const title = noun.charAt(0).toUpperCase() + noun.slice(1)
  return {
    hands,
    all,
    add: (one) => keep(crypto.randomUUID(), wordsFor[one.kind] ?? title, one),
    change: keep,
    remove: (id) => attempt(record(`${title} deleted`, id, undefined), strings.isStillThere(noun)),
    setHidden: (id, hidden) =>
      attempt(
        record(`${title} ${hidden ? 'hidden' : 'shown'}`, id, hidden, ['hidden']),
        strings.isAsItWas(noun),
      ),
  }
}

/** The turn of one that comes after all others. */
export const nextTurn = (all: Readonly<Record<string, HandDone>>): number =>
  Math.max(0, ...Object.values(all).map(({ turn }) => turn)) + 1
