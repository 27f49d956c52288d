import { useMemo } from 'react'
import { BriefSteps, type Brief } from '@cloudbank/core/brief'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import { valueAt, type ShootView } from '../data'
import { attempt } from '../notices'
import { keepPuts } from '../work/saves'
import type { FieldOf } from './controls'
import { drafted } from './drafts'
import { useDrafts } from './useDrafts'
import { strings } from './strings'

/** Changes a brief, each change with its words, so that it can be undone. */
export interface BriefEditor {
  /** The brief as it will be when everything that was changed is saved. */
  readonly brief: Brief
  readonly set: <Id extends StepId, Field extends FieldOf<Id>>(
    words: string,
    step: Id,
    field: Field,
    value: BriefSteps[Id][Field],
  ) => void
  /** Shows a value without keeping it, while a hand moves it. */
  readonly show: <Id extends StepId, Field extends FieldOf<Id>>(
    step: Id,
    field: Field,
    value: BriefSteps[Id][Field],
  ) => void
  readonly rename: (name: string) => void
  /** Puts another brief in place of this one. */
  readonly replace: (brief: Brief) => void
  /** Changes several settings at once. */
  readonly replaceSteps: (words: string, steps: BriefSteps) => void
}

export function useBriefEditor(
  view: Pick<ShootView, 'shoot' | 'briefRow' | 'readAt'>,
): BriefEditor {
  const { briefRow: row, readAt } = view
  const shootId = view.shoot.id
  const { drafts, actions } = useDrafts(shootId, ({ path }) => valueAt(row, path), readAt)
  const brief = useMemo(() => {
    const steps = STEPS.map(({ id }) => [id, drafted(row.brief.steps[id], id, drafts)] as const)
    const changed = steps.some(([id, settings]) => settings !== row.brief.steps[id])
    return changed
      ? { ...row.brief, steps: BriefSteps.parse(Object.fromEntries(steps)) }
      : row.brief
  }, [row, drafts])
  const change = (words: string, path: string[], value: unknown): void =>
    attempt(
      keepPuts(shootId, words, [{ table: 'briefs', id: row.id, path, value }]),
      strings.briefCouldntBeChanged,
    )
  return {
    brief,
    set: (words, step, field, value) => {
      const place = { table: 'briefs', id: row.id, path: ['brief', 'steps', step, field] } as const
      actions.keep(words, [{ step, field, value, place }])
    },
    show: (step, field, value) => actions.show([{ step, field, value }]),
    rename: (name) => change(strings.briefNamed(name), ['brief', 'name'], name),
    replace: (next) => change(strings.brief(brief.name, next.name), ['brief'], next),
    replaceSteps: (words, steps) => change(words, ['brief', 'steps'], steps),
  }
}
