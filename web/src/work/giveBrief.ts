import { lightingOf } from '@cloudbank/core/shoot'
import type { Brief } from '@cloudbank/core/brief'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import { isSame, perform, put, type ShootView, type Shot } from '../data'
import { strings } from './strings'
import { lightingTouches } from '@cloudbank/core/shoot'

type Fields = Readonly<Record<string, unknown>>

/** The steps in which a shot can have settings of its own; which files are made is the shoot's to say. */
const OWN_STEPS: readonly StepId[] = STEPS.map(({ id }) => id).filter((id) => id !== 'finish')

/**
 * What a shot needs of its own to come out as another brief has it, by step: null for a field takes what it had
 * off again. What its lighting sets stays the lighting's; repairs are no settings and stay.
 */
export function touchesFor(
  shot: Shot,
  view: Pick<ShootView, 'briefRow' | 'lightings'>,
  brief: Brief,
): { readonly step: StepId; readonly field: string; readonly value: unknown }[] {
  const ofLighting: Readonly<Record<string, Fields | undefined>> = lightingTouches(
    lightingOf(shot, view.lightings),
  )
  return OWN_STEPS.flatMap((step) => {
    const now: Fields = view.briefRow.brief.steps[step]
    const wanted: Fields = brief.steps[step]
    const own: Fields = shot.touches[step] ?? {}
    return Object.keys(wanted).flatMap((field) => {
      if (ofLighting[step]?.[field] !== undefined) return []
      const value = isSame(wanted[field], now[field]) ? undefined : wanted[field]
      return isSame(value, own[field]) ? [] : [{ step, field, value }]
    })
  })
}

/** Lets shots come out as another brief of the shoot has it, in place of what was set for them alone. */
export async function giveBrief(
  shots: readonly Shot[],
  view: Pick<ShootView, 'shoot' | 'briefRow' | 'lightings'>,
  brief: Brief,
): Promise<void> {
  const edits = shots.flatMap((shot) =>
    touchesFor(shot, view, brief).map(({ step, field, value }) =>
      put('shots', shot.id, ['touches', step, field], value),
    ),
  )
  if (edits.length === 0) return
  await perform({
    shootId: view.shoot.id,
    words: strings.by(shots.length, brief.name),
    edits,
  })
}
