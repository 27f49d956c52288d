import { Outlet } from '../outlets'
import { BriefSteps } from './settings'

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
  if (steps.success) return { ok: true, outlet: result.data }
  // The path leads through the settings of Finish.
  const issues = steps.error.issues.map(({ path, message }) => ({ path: path.slice(1), message }))
  return { ok: false, problems: problemsOf(issues, 'placements') }
}

const problemsOf = (
  issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[],
  whole: string,
): string[] =>
  issues.map(
    ({ path, message }) => `${path.length === 0 ? whole : path.map(String).join('.')}: ${message}`,
  )
