import { z } from 'zod'
import { bare } from './controls'

/** Under this name a step keeps what a shot sets for single placements. */
export const PER_PLACEMENT = 'perPlacement'

/** Settings by the id of the placement for which alone they are set: of each step's fields those that are. */
export const perPlacement = <Settings extends z.ZodObject>(settings: Settings) =>
  z.record(z.string(), someOf(settings)).default({})

/** Fields of a schema, each of which may be missing, and none of which fills itself in. */
function someOf<Settings extends z.ZodObject>(
  settings: Settings,
): z.ZodType<Partial<z.output<Settings>>> {
  const fields = Object.entries(settings.shape as Record<string, z.core.$ZodType>)
  const shape = Object.fromEntries(fields.map(([field, schema]) => [field, bare(schema)]))
  return z.strictObject(shape).partial() as never // its fields are the settings' own
}
