import { z } from 'zod'
import { NOTHING_KNOWN, type ShotAbout } from '../names'
import type { Placement } from '../outlets'
import {
  bare,
  fieldOf,
  canonicalJson,
  nonDefaults,
  PER_PLACEMENT,
  STEPS,
  type AssetUse,
  type Registry,
  type Step,
} from '../steps'
import { layered } from './layers'
import type { AnySettings, AnyTouches, BriefSteps, Touches } from './settings'

/** Everything that decides a shot's pixels, as plain data. */
export interface Plan {
  readonly version: 3
  /** SHA-256 of the original's bytes, in hex. */
  readonly original: string
  /** The brief's settings with the lighting's over them. */
  readonly steps: AnySettings
  /** What was changed for this shot alone; it goes over what a placement asks. */
  readonly touches: AnyTouches
  /** What is known of the shot besides its pixels, as far as a step goes by it. */
  readonly about: ShotAbout
  /** The tables and pictures that settings name, for the shot or for one of its placements. */
  readonly assets: readonly AssetUse[]
}

/** The plan for one shot: original + brief and lighting + touches. */
export function planShot(
  original: string,
  settings: BriefSteps,
  touches: Touches = {},
  about: ShotAbout = NOTHING_KNOWN,
): Plan {
  return planOf(original, settings, touches, STEPS, about)
}

/** `planShot` for whichever steps there are. */
export function planOf(
  original: string,
  settings: AnySettings,
  touches: AnyTouches,
  steps: Registry,
  about: ShotAbout = NOTHING_KNOWN,
): Plan {
  const plan: Plan = { version: 3, original, steps: settings, touches, about, assets: [] }
  return { ...plan, assets: steps.flatMap((step) => assetsOf(plan, step)) }
}

/** The tables and pictures that a step's settings name, for the shot or for one of its placements; each once. */
export function assetsOf(plan: Plan, step: Step): readonly AssetUse[] {
  if (!step.assets) return []
  const beside = { own: ownOf(plan, step), about: plan.about }
  const asked = [null, ...placementsOf(plan)].flatMap(
    (placement) => step.assets?.(settingsFor(plan, step, placement), beside) ?? [],
  )
  return [...new Map(asked.map((use) => [`${use.role} ${use.hash}`, use])).values()]
}

/**
 * The settings of one step for a shot, or for one rendition of it: the brief's and the lighting's, what
 * the placement asks over them, the shot's touches over those, and what the shot has for that placement alone.
 */
export function settingsFor(
  { steps, touches }: Plan,
  step: Step,
  placement: Placement | null,
): Record<string, unknown> {
  const only = [step]
  const asked = placement ? layered(steps, askedOf(step, placement), only) : steps
  const touched = layered(asked, touches, only)
  return {
    ...(placement ? layered(touched, forPlacement(touches, step, placement), only) : touched)[
      step.id
    ],
  }
}

/** What a placement asks of a step, whole: what it leaves out inside of a value takes its default. */
function askedOf({ id, settings }: Step, { changes }: Placement): AnyTouches {
  const asked = changes[id]
  if (!asked) return {}
  const whole = Object.entries(asked).map(([field, value]) => {
    const schema = fieldOf(settings, field)
    const read = schema && z.safeParse(bare(schema), value)
    return [field, read?.success ? read.data : value] as const
  })
  return { [id]: Object.fromEntries(whole) }
}

/** What a shot sets in a step for one placement alone. */
function forPlacement(touches: AnyTouches, { id, own }: Step, placement: Placement): AnyTouches {
  const set = touches[id]?.[PER_PLACEMENT]
  if (!(PER_PLACEMENT in own.shape) || typeof set !== 'object' || set === null) return {}
  return { [id]: (set as Record<string, AnyTouches[string]>)[placement.id] } // of the step's schema
}

/** What a shot has of its own in one step, besides settings; whole, with its defaults. */
export function ownOf({ touches }: Plan, { id, own }: Step): Record<string, unknown> {
  const set = Object.entries(touches[id] ?? {}).filter(([field]) => field in own.shape)
  return own.parse(Object.fromEntries(set))
}

/** Whether a step goes by what is known of a shot besides its pixels, for any of its placements. */
export const readsAbout = (plan: Plan, steps: Registry = STEPS): boolean =>
  steps.some(
    (step) =>
      step.readsAbout &&
      [null, ...placementsOf(plan)].some((placement) =>
        step.readsAbout?.(settingsFor(plan, step, placement), ownOf(plan, step)),
      ),
  )

/** The placements of a plan, in the brief's order. */
export function placementsOf({ steps }: Plan): readonly Placement[] {
  return (steps.finish?.placements ?? []) as readonly Placement[] // checked with the brief
}

/**
 * The key of what one step decides by its settings alone, apart from what a shot has of its own: strokes
 * on a matte come after it, with a key that they lengthen.
 */
export function stepKey(plan: Plan, step: Step): string {
  const set = Object.entries(nonDefaults(step.settings, settingsFor(plan, step, null))).filter(
    ([field]) => step.keptBy?.includes(field) ?? true,
  )
  return `${plan.original}/${step.id}${step.engine}${tail(Object.fromEntries(set))}`
}

const tail = (part: Readonly<Record<string, unknown>>): string =>
  Object.keys(part).length === 0 ? '' : canonicalJson(part)

/**
 * The key of one rendition: two plans that would make the same file have the same. Of every step it holds
 * what is not at rest, so that a new setting or a new step makes nothing stale.
 */
export function renditionKey(plan: Plan, placement: Placement, steps: Registry = STEPS): string {
  return `${plan.original}/${settingsKey(plan, placement, steps)}`
}

/** Whether a step has left its trace in the pixels of a rendition, by its key. */
export function isWorkedOn(key: string, step: string): boolean {
  const from = key.indexOf('{')
  return from >= 0 && step in (JSON.parse(key.slice(from)) as object)
}

/** The part of a rendition's key that comes of settings, whichever original they are for. */
export function settingsKey(plan: Plan, placement: Placement, steps: Registry = STEPS): string {
  const parts = steps.flatMap((step): [string, unknown][] => {
    const part = settingsPart(plan, step, placement)
    return part === null ? [] : [[step.id, part]]
  })
  return canonicalJson(Object.fromEntries(parts))
}

/**
 * One step's part of a key, for the shot as a whole or for one of its renditions: its engine number, what is not at
 * its default, and what the shot has of its own. Null where all of that is as if the step were not there.
 */
export function settingsPart(plan: Plan, step: Step, placement: Placement | null): object | null {
  const settings = settingsFor(plan, step, placement)
  const whole = ownOf(plan, step)
  const part =
    placement && step.keyPart
      ? step.keyPart(settings, placement, { own: whole, about: plan.about })
      : nonDefaults(step.settings, settings)
  const own = step.ownKeyPart ? step.ownKeyPart(whole, placement) : ownKeyPart(step, whole)
  if (step.engine === 1 && isNothing(part) && isNothing(own)) return null
  return { engine: step.engine, part, ...(isNothing(own) ? {} : { own }) }
}

/** What is set for one placement is in that placement's settings already. */
function ownKeyPart(step: Step, whole: Readonly<Record<string, unknown>>): object {
  const set = Object.entries(nonDefaults(step.own, whole))
  return Object.fromEntries(set.filter(([field]) => field !== PER_PLACEMENT))
}

const isNothing = (part: unknown): boolean =>
  part === null || (typeof part === 'object' && Object.keys(part).length === 0)
