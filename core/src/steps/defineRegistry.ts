import type { Fact } from '../facts'
import type { Step } from './step'

/** Steps in their order. Everything that lists steps derives from one of these. */
export type Registry = readonly Step[]

/**
 * Checks what a list of steps must be to work, before anything works with it.
 *
 * @throws TypeError naming the step: two of one id, defaults that the step's own schema refuses, a field that is
 *   both a setting and a shot's own, a setting without a control, a fact that another step gives as well, hands
 *   without a field, or a second step that mends.
 */
export function defineRegistry<const Steps extends Registry>(steps: Steps): Steps {
  const seen = new Set<string>()
  const given = new Map<Fact<unknown>, string>()
  const [mender, second] = steps.filter(({ mend }) => mend)
  if (second) throw new TypeError(`Step ${second.id}: ${mender?.id} mends already`)
  for (const step of steps) {
    const fail = (why: string): never => {
      throw new TypeError(`Step ${step.id}: ${why}`)
    }
    if (seen.has(step.id)) fail('there is another of this id')
    seen.add(step.id)
    if (!step.settings.safeParse({}).success) fail('its settings have no rest position')
    if (!step.own.safeParse({}).success)
      fail('what a shot has of its own must have a rest position')
    const fields = Object.keys(step.settings.shape)
    const shared = fields.find((field) => field in step.own.shape)
    if (shared !== undefined) fail(`${shared} is both a setting and a shot's own`)
    const controlled = step.controls.flatMap(({ controls }) => controls.map(({ field }) => field))
    const without = fields.find((field) => !controlled.includes(field))
    if (without !== undefined) fail(`${without} has no control`)
    if (new Set(controlled).size !== controlled.length) fail('a setting has two controls')
    for (const fact of step.gives ?? []) {
      const other = given.get(fact)
      if (other !== undefined) fail(`${fact.name} is given by ${other} already`)
      given.set(fact, step.id)
    }
    if (step.hands && !(step.hands.field in step.own.shape)) fail('its hands have no field')
    if (step.assets && !step.readAsset) fail('its assets are never read')
  }
  return steps
}
