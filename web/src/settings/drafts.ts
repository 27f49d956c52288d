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
  /** Values it had on the way: they may still be read back, late, and mean nothing then. */
  readonly passed?: readonly unknown[]
  readonly at:
    | { readonly kind: 'moving' }
    | { readonly kind: 'saving'; readonly place: DraftPlace; readonly before: unknown }
    | { readonly kind: 'saved'; readonly place: DraftPlace; readonly before: unknown }
}

/** By step and field. */
export type Drafts = ReadonlyMap<string, Draft>

export const NO_DRAFTS: Drafts = new Map()

export const draftKey = ({ step, field }: Pick<Draft, 'step' | 'field'>): string =>
  `${step}/${field}`

/** Values on the way that are remembered. */
const MAX_PASSED = 60

/** What a draft that takes the place of another has passed. */
export function passedBy(draft: Draft | undefined): readonly unknown[] {
  if (!draft) return []
  const before = draft.at.kind === 'moving' ? [] : [draft.at.before]
  return [...(draft.passed ?? []), ...before, draft.value].slice(-MAX_PASSED)
}

/** With these in place of what was drafted for their fields. */
export const withDrafts = (drafts: Drafts, more: readonly Draft[]): Drafts =>
  new Map([...drafts, ...more.map((draft) => [draftKey(draft), draft] as const)])

/** After a save: these drafts, where nothing newer has come in their place, only wait to be read back. */
export function markSaved(drafts: Drafts, saved: readonly Draft[]): Drafts {
  const same = saved.filter((draft) => drafts.get(draftKey(draft)) === draft)
  return withDrafts(
    drafts,
    same.map((draft) =>
      draft.at.kind === 'saving' ? { ...draft, at: { ...draft.at, kind: 'saved' } } : draft,
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
 * Without those that have been read back: what is kept says the same, or it was saved and something that
 * is no value from its way has come after it. The same map where there are none.
 */
export function settle(drafts: Drafts, kept: (place: DraftPlace) => unknown): Drafts {
  const left = [...drafts].filter(([, { at, value, passed = [] }]) => {
    if (at.kind === 'moving') return true
    const now = kept(at.place)
    if (isSame(now, value)) return false
    return at.kind === 'saving' || [at.before, ...passed].some((earlier) => isSame(now, earlier))
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
