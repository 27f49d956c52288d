import { STEPS, type Registry, type StepId } from '../steps'
import type { AnySettings, AnyTouches, BriefSteps, Touches } from './settings'

/** Where a setting comes from: the last layer that sets it. */
export type Origin = 'brief' | 'lighting' | 'shot'

/** Settings with what is set over them. What a shot has of its own is no setting and stays out. */
export function layered<Settings extends AnySettings>(
  settings: Settings,
  touches: AnyTouches,
  steps: Registry = STEPS,
): Settings {
  let result = settings
  for (const { id, settings: schema } of steps) {
    const set = Object.entries(touches[id] ?? {}).filter(
      ([field, value]) => value !== undefined && field in schema.shape,
    )
    if (set.length > 0) result = { ...result, [id]: { ...result[id], ...Object.fromEntries(set) } }
  }
  return result
}

/** The settings of a shot: the brief's, the lighting's over them. Its own touches come last of all. */
export const layerSteps = (steps: BriefSteps, lighting: Touches): BriefSteps =>
  layered(steps, lighting)

/** Where one setting comes from. */
export function originOf<Id extends StepId>(
  step: Id,
  field: keyof BriefSteps[Id] & string,
  lighting: Touches,
  touches: Touches,
): Origin {
  const sets = (layer: AnyTouches): boolean => layer[step]?.[field] !== undefined
  return sets(touches) ? 'shot' : sets(lighting) ? 'lighting' : 'brief'
}
