import { useCallback, useMemo, useState } from 'react'
import type { Repair, Repairs } from '@cloudbank/core/steps'
import { isSame, perform, put, type ShootId, type Shot } from '../../../../data'
import { attempt } from '../../../../notices'

const NONE: Repairs = {}

/** What has been drawn and is not read back yet, with what was there before it. */
type Pending = Readonly<Record<string, { readonly repair: Repair; readonly before: unknown }>>

/** The words for a repair in the history and in its list. */
export const REPAIR_WORDS: Readonly<Record<Repair['kind'], string>> = {
  keep: 'Kept along a stroke',
  drop: 'Dropped along a stroke',
  paint: 'Painted',
  erase: 'Erased',
  box: 'Box round what is meant',
  flip: 'Flipped a piece',
  edge: 'Edge worked on',
  path: 'Path by hand',
}

export interface RepairActions {
  readonly repairs: Repairs
  readonly add: (repair: Repair) => void
  readonly change: (id: string, words: string, repair: Repair) => void
  readonly remove: (id: string) => void
  readonly setHidden: (id: string, hidden: boolean) => void
}

/** The repairs of a shot: shown at once, kept in its history one by one. */
export function useRepairs(shootId: ShootId, shot: Shot): RepairActions {
  const kept = shot.touches.cut?.repairs ?? NONE
  const [pending, setPending] = useState<Pending>({})
  const waiting = Object.entries(pending).filter(([id, { before }]) => isSame(kept[id], before))
  if (waiting.length < Object.keys(pending).length) setPending(Object.fromEntries(waiting))
  const repairs = useMemo(() => {
    const shown = Object.entries(pending).map(([id, { repair }]) => [id, repair] as const)
    return { ...kept, ...Object.fromEntries(shown) }
  }, [kept, pending])

  const record = useCallback(
    (words: string, id: string, value: unknown, field: readonly string[] = []): Promise<void> => {
      const path = ['touches', 'cut', 'repairs', id, ...field]
      return perform({ shootId, words, edits: [put('shots', shot.id, path, value)] })
    },
    [shootId, shot.id],
  )
  const keep = (id: string, words: string, repair: Repair): void => {
    setPending((others) => ({ ...others, [id]: { repair, before: kept[id] } }))
    const gone = (error: unknown): never => {
      setPending(({ [id]: _, ...rest }) => rest)
      throw error
    }
    attempt(record(words, id, repair).catch(gone), `“${words}” could not be kept`)
  }
  return {
    repairs,
    add: (repair) => keep(crypto.randomUUID(), REPAIR_WORDS[repair.kind], repair),
    change: keep,
    remove: (id) => attempt(record('Repair taken off', id, undefined), 'The repair is still there'),
    setHidden: (id, hidden) =>
      attempt(
        record(hidden ? 'Repair hidden' : 'Repair shown', id, hidden, ['hidden']),
        'The repair is as it was',
      ),
  }
}

/** The turn of a repair that comes after all others. */
export const nextTurn = (repairs: Repairs): number =>
  Math.max(0, ...Object.values(repairs).map(({ turn }) => turn)) + 1
