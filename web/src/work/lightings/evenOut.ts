import { evenInputs } from '@cloudbank/core/shoot'
import { planEvenOut, type EvenPlan } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import { perform, put, type ShootView, type Shot } from '../../data'
import { useNotices } from '../../notices'

/** Evens out shots with one another and keeps it as touches; says how it went. */
export async function evenOut(
  view: ShootView,
  shots: readonly Shot[],
  what: string,
): Promise<EvenPlan> {
  const plan = planEvenOut(evenInputs(view, shots))
  await perform({
    shootId: view.shoot.id,
    words: `Evened out ${what}`,
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
  useNotices
    .getState()
    .say(`${countOf(evens.size, 'shot')} evened out; ${left.length} left as they are.`)
}
