import { Outlet, type Placement } from '../outlets'
import { BriefSteps, Touches } from './settings'

/**
 * Reads an outlet from unknown data, such as a file; a wrong one is told by its fields. What its placements ask
 * in place of the brief is checked by the steps that it is asked of.
 */
export function readOutlet(
  data: unknown,
): { ok: true; outlet: Outlet } | { ok: false; problems: readonly string[] } {
  const result = Outlet.safeParse(data)
  if (!result.success) return { ok: false, problems: problemsOf(result.error.issues, 'the outlet') }
  const { placements } = result.data
  const steps = BriefSteps.safeParse({ finish: { placements } })
  if (steps.success) return { ok: true, outlet: whole(result.data) }
  // The path leads through the settings of Finish.
  const issues = steps.error.issues.map(({ path, message }) => ({ path: path.slice(1), message }))
  return { ok: false, problems: problemsOf(issues, 'placements') }
}

/** An outlet whose placements ask for whole values: a gradient without an angle takes the usual one. */
const whole = (outlet: Outlet): Outlet => ({
  ...outlet,
  placements: outlet.placements.map((placement) => ({
    ...placement,
    // Settings are plain data.
    changes: Touches.parse(placement.changes) as Placement['changes'],
  })),
})

const problemsOf = (
  issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[],
  subject: string,
): string[] =>
  issues.map(
    ({ path, message }) =>
      `${path.length === 0 ? subject : path.map(String).join('.')}: ${message}`,
  )
