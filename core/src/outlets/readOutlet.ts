import { Outlet } from './outlet'

/** Reads an outlet from unknown data, such as a file; a wrong one is told by its fields. */
export function readOutlet(
  data: unknown,
): { ok: true; outlet: Outlet } | { ok: false; problems: readonly string[] } {
  const result = Outlet.safeParse(data)
  if (result.success) return { ok: true, outlet: result.data }
  const problems = result.error.issues.map(
    ({ path, message }) => `${path.length === 0 ? 'the outlet' : path.join('.')}: ${message}`,
  )
  return { ok: false, problems }
}
