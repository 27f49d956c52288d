import { useMemo, useState } from 'react'
import type { StepId } from '@cloudbank/core/steps'
import type { ShootId } from '../data'
import { attempt } from '../notices'
import { saves } from '../work/saves'
import {
  markSaved,
  NO_DRAFTS,
  settle,
  withDrafts,
  without,
  withoutFields,
  type Drafts,
  type DraftPlace,
} from './drafts'
import { strings } from './strings'

/** A setting that is to have another value. */
export interface Change {
  readonly step: StepId
  readonly field: string
  /** Undefined takes the value away. */
  readonly value: unknown
  readonly place: DraftPlace
}

export interface DraftActions {
  /** Shows values without keeping them. */
  readonly show: (changes: readonly Omit<Change, 'place'>[]) => void
  /** Keeps values; they are shown until they have been read back. */
  readonly keep: (words: string, changes: readonly Change[], mergeKey?: string) => void
}

/**
 * Settings under way: what a hand moves is shown at once, saved in its turn, and shown until it is read
 * back, whatever else changes meanwhile.
 *
 * @param kept what the rows that are shown have at a place.
 * @param readAt when these rows were read, as a time of `performance.now()`.
 */
export function useDrafts(
  shootId: ShootId,
  kept: (place: DraftPlace) => unknown,
  readAt: number,
): { readonly drafts: Drafts; readonly actions: DraftActions } {
  const [held, setDrafts] = useState<Drafts>(NO_DRAFTS)
  // What has been read back goes at once, before anything is drawn of it.
  const drafts = settle(held, kept, readAt)
  if (drafts !== held) setDrafts(drafts)
  const actions = useMemo(
    (): DraftActions => ({
      show: (changes) =>
        setDrafts((now) =>
          withDrafts(
            now,
            changes.map((change) => ({
              ...change,
              at: { kind: 'moving' },
            })),
          ),
        ),
      keep: (words, changes, mergeKey) => {
        const put = changes.filter(({ value }) => value !== undefined)
        const made = put.map(({ step, field, value, place }) => ({
          step,
          field,
          value,
          at: { kind: 'saving', place } as const,
        }))
        setDrafts((now) => withDrafts(withoutFields(now, changes), made))
        const puts = changes.map(({ place, value }) => ({
          ...place,
          path: [...place.path],
          value,
        }))
        const deed = { shootId, words, puts, mergeKey: mergeKey ?? crypto.randomUUID() }
        const saving = saves.save(deed).then(
          () => {
            const savedAt = performance.now()
            setDrafts((now) => markSaved(now, made, savedAt))
          },
          (error: unknown) => {
            setDrafts((now) => without(now, made))
            throw error
          },
        )
        attempt(saving, strings.couldntBeSaved(words))
      },
    }),
    [shootId],
  )
  return { drafts, actions }
}
