import { z } from 'zod'
import { fieldOf } from './controls'

/** JSON with its keys in order, so that equal values have equal texts. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  )
}

/** The settings of a schema that are not at their default, by name. */
export const nonDefaults = (
  schema: z.ZodObject,
  settings: Readonly<Record<string, unknown>>,
): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(settings).filter(
      ([field, value]) =>
        value !== undefined && canonicalJson(value) !== canonicalJson(defaultOf(schema, field)),
    ),
  )

/** What a field of a schema is where nothing is said of it. */
function defaultOf(object: z.ZodObject, field: string): unknown {
  const schema = fieldOf(object, field)
  if (schema instanceof z.ZodDefault) return schema.def.defaultValue
  return schema && z.safeParse(schema, undefined).data
}
