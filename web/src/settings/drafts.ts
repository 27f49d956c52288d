import type { StepId } from '@cloudbank/core/steps'
import { isSame, type DeedTable, type Path } from '../data'

/** Where a setting is kept. */
export interface DraftPlace {
  readonly table: DeedTable
  readonly id: string
  readonly path: Path
}

/**
 * A setting as it is shown before the database has it: while it is moved, while it is saved, and after
 * that until it has been read back.
 */
export interface Draft {
  readonly step: StepId
  readonly field: string
  readonly value: unknown
  readonly at:
    | { readonly kind: 'moving' }
    | { readonly kind: 'saving'; readonly place: DraftPlace }
    /** `savedAt` is a time of `performance.now()`. */
    | { readonly kind: 'saved'; readonly place: DraftPlace; readonly savedAt: number }
}

/** By step and field. */
export type Drafts = ReadonlyMap<string, Draft>

export const NO_DRAFTS: Drafts = new Map()

export const draftKey = ({ step, field }: Pick<Draft, 'step' | 'field'>): string =>
  `${step}/${field}`

/** With these in place of what was drafted for their fields. */
export const withDrafts = (drafts: Drafts, more: readonly Draft[]): Drafts =>
  new Map([...drafts, ...more.map((draft) => [draftKey(draft), draft] as const)])

/** After a save: these drafts, where nothing newer has come in their place, only wait to be read back. */
export function markSaved(drafts: Drafts, saved: readonly Draft[], savedAt: number): Drafts {
  const same = saved.filter((draft) => drafts.get(draftKey(draft)) === draft)
  return withDrafts(
    drafts,
    same.map((draft) =>
      draft.at.kind === 'saving'
        ? { ...draft, at: { kind: 'saved', place: draft.at.place, savedAt } }
        : draft,
    ),
  )
}

/** Without these, where nothing newer has come in their place. */
export const without = (drafts: Drafts, gone: readonly Draft[]): Drafts =>
  new Map([...drafts].filter(([, draft]) => !gone.includes(draft)))

/** Without whatever is drafted for these fields. */
export const withoutFields = (
  drafts: Drafts,
  fields: readonly Pick<Draft, 'step' | 'field'>[],
): Drafts => {
  const gone = fields.map(draftKey)
  return new Map([...drafts].filter(([key]) => !gone.includes(key)))
}

/**
 * Without those that have been read back: what is kept says the same, or it was read after they were saved, and so is
 * what came of them. The same map where there are none.
 *
 * @param readAt when what is kept was read.
 */
export function settle(
  drafts: Drafts,
  kept: (place: DraftPlace) => unknown,
  readAt: number,
): Drafts {
  const left = [...drafts].filter(([, { at, value }]) => {
    if (at.kind === 'moving') return true
    if (isSame(kept(at.place), value)) return false
    return at.kind === 'saving' || readAt <= at.savedAt
  })
  return left.length === drafts.size ? drafts : new Map(left)
}

/** The settings of a step with what is drafted laid over them. */
export function drafted<Settings extends object>(
  settings: Settings,
  step: StepId,
  drafts: Drafts,
): Settings {
  const over = [...drafts.values()].filter((draft) => draft.step === step)
  if (over.length === 0) return settings
  return { ...settings, ...Object.fromEntries(over.map(({ field, value }) => [field, value])) }
}
