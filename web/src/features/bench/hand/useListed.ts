import { useCallback, useMemo, useState } from 'react'
import { isSame, perform, put, type ShootId, type Shot } from '../../../data'
import { attempt } from '../../../notices'

/** What a person does one after the other, and may hide for a while. */
interface Listed {
  readonly turn: number
  readonly hidden: boolean
}

/** What has been drawn and is not read back yet, with what was there before it. */
type Pending<One> = Readonly<Record<string, { readonly one: One; readonly before: unknown }>>

export interface ListedActions<One> {
  readonly all: Readonly<Record<string, One>>
  readonly add: (one: One) => void
  readonly change: (id: string, words: string, one: One) => void
  readonly remove: (id: string) => void
  readonly setHidden: (id: string, hidden: boolean) => void
}

interface Options<One> {
  readonly shootId: ShootId
  readonly shot: Shot
  /** Where the shot keeps them. */
  readonly path: readonly string[]
  readonly kept: Readonly<Record<string, One>>
  /** What one is called: “Repair”. */
  readonly noun: string
  /** What the history says of a new one. */
  readonly wordsFor: (one: One) => string
}

/** What was done to a shot by hand: shown at once, kept in its history one by one. */
export function useListed<One extends Listed>(options: Options<One>): ListedActions<One> {
  const { shootId, shot, path, kept, noun, wordsFor } = options
  const [pending, setPending] = useState<Pending<One>>({})
  const waiting = Object.entries(pending).filter(([id, { before }]) => isSame(kept[id], before))
  if (waiting.length < Object.keys(pending).length) setPending(Object.fromEntries(waiting))
  const all = useMemo(() => {
    const shown = Object.entries(pending).map(([id, { one }]) => [id, one] as const)
    return { ...kept, ...Object.fromEntries(shown) }
  }, [kept, pending])

  const place = path.join('/')
  const record = useCallback(
    (words: string, id: string, value: unknown, field: readonly string[] = []): Promise<void> => {
      const edits = [put('shots', shot.id, [...place.split('/'), id, ...field], value)]
      return perform({ shootId, words, edits })
    },
    [shootId, shot.id, place],
  )
  const keep = (id: string, words: string, one: One): void => {
    setPending((others) => ({ ...others, [id]: { one, before: kept[id] } }))
    const gone = (error: unknown): never => {
      setPending(({ [id]: _, ...rest }) => rest)
      throw error
    }
    attempt(record(words, id, one).catch(gone), `“${words}” could not be kept`)
  }
  const said = noun.toLowerCase()
  return {
    all,
    add: (one) => keep(crypto.randomUUID(), wordsFor(one), one),
    change: keep,
    remove: (id) =>
      attempt(record(`${noun} taken off`, id, undefined), `The ${said} is still there`),
    setHidden: (id, hidden) =>
      attempt(
        record(`${noun} ${hidden ? 'hidden' : 'shown'}`, id, hidden, ['hidden']),
        `The ${said} is as it was`,
      ),
  }
}

/** The turn of one that comes after all others. */
export const nextTurn = (all: Readonly<Record<string, Listed>>): number =>
  Math.max(0, ...Object.values(all).map(({ turn }) => turn)) + 1
