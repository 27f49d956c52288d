import { evenInputs } from '@cloudbank/core/shoot'
import { planEvenOut, type EvenPlan } from '@cloudbank/core/steps'
import { perform, put, type ShootView, type Shot } from '../../data'
import { useNotices } from '../../notices'
import { strings } from '../strings'

/** Evens out shots with one another and keeps it as touches; says how it went. */
export async function evenOut(
  view: ShootView,
  shots: readonly Shot[],
  what: string,
): Promise<EvenPlan> {
  const plan = planEvenOut(evenInputs(view, shots))
  await perform({
    shootId: view.shoot.id,
    words: strings.evenedOut(what),
    edits: [...plan.evens].map(([id, even]) =>
      put('shots', id, ['touches', 'light', 'even'], even),
    ),
  })
  return plan
}

/** Evens out, and says how many shots it was and how many were left. */
export async function evenOutAndSay(
  view: ShootView,
  shots: readonly Shot[],
  what: string,
): Promise<void> {
  const { evens, left } = await evenOut(view, shots, what)
  useNotices.getState().say(strings.evenedOutLeftAsThey(evens.size, left.length))
}
