import { z } from 'zod'
import { bare, STEPS, type Registry } from '../steps'

/** The settings of every step of a registry, by its id. */
export type SettingsOf<R extends Registry> = {
  readonly [S in R[number] as S['id']]: z.output<S['settings']>
}

/** What was changed on top of settings, step by step: of each step's fields those that are set. */
export type TouchesOf<R extends Registry> = {
  readonly [S in R[number] as S['id']]?: Partial<
    z.output<S['settings']> & OwnFields<z.output<S['own']>>
  >
}

/** The fields of an object; of one that has none the type would have every name. */
type OwnFields<Own> = string extends keyof Own ? unknown : Own

/** Settings of whichever steps there are. */
export type AnySettings = Readonly<Record<string, Readonly<Record<string, unknown>>>>
export type AnyTouches = Readonly<Record<string, Readonly<Record<string, unknown>> | undefined>>

/** The settings of every step; a missing part or field takes its default, an unknown one is an error. */
export function settingsSchema<R extends Registry>(steps: R): z.ZodType<SettingsOf<R>> {
  const parts = steps.map(({ id, settings }) => [id, settings.prefault({})] as const)
  const whole = z.strictObject(Object.fromEntries(parts)).superRefine((value, context) => {
    for (const problem of placementProblems(value, steps)) context.addIssue(problem)
  })
  return whole as unknown as z.ZodType<SettingsOf<R>> // the entries are the steps' own
}

/** What may be set on top: each step's settings, and what a shot has of its own, without defaults. */
export function touchesSchema<R extends Registry>(steps: R): z.ZodType<TouchesOf<R>> {
  const parts = steps.map(
    ({ id, settings, own }) => [id, touchSchema({ ...settings.shape, ...own.shape })] as const,
  )
  const whole = z.strictObject(Object.fromEntries(parts)).partial()
  return whole as unknown as z.ZodType<TouchesOf<R>> // the entries are the steps' own
}

/** Fields of a shape, each of which may be missing, and none of which fills itself in. */
const touchSchema = (shape: Readonly<Record<string, z.core.$ZodType>>) =>
  z
    .strictObject(Object.fromEntries(Object.entries(shape).map(([field, s]) => [field, bare(s)])))
    .partial()

/** What placements ask in place of the brief, checked by the steps that it is asked of. */
function placementProblems(
  settings: AnySettings,
  steps: Registry,
): { code: 'custom'; path: (string | number)[]; message: string }[] {
  const placements = settings.finish?.placements
  if (!Array.isArray(placements)) return []
  return placements.flatMap((placement: { changes?: AnyTouches }, index) =>
    Object.entries(placement.changes ?? {}).flatMap(([id, changed]) => {
      const path = ['finish', 'placements', index, 'changes', id]
      const step = steps.find((candidate) => candidate.id === id)
      if (!step?.plan)
        return [{ code: 'custom' as const, path, message: 'a placement cannot change this' }]
      const { error } = touchSchema(step.settings.shape).safeParse(changed)
      return (error?.issues ?? []).map((issue) => ({
        code: 'custom' as const,
        path: [...path, ...issue.path.map((part) => (typeof part === 'symbol' ? '' : part))],
        message: issue.message,
      }))
    }),
  )
}

export const BriefSteps = settingsSchema(STEPS)
export type BriefSteps = SettingsOf<typeof STEPS>

/** What a person changed for one shot on top of the brief, step by step. */
export const Touches = touchesSchema(STEPS)
export type Touches = TouchesOf<typeof STEPS>

export const UNTOUCHED: Touches = {}
