import type { z } from 'zod'

/** JSON with its keys in order, so that equal values have equal texts. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  )
}

const restOf = new WeakMap<z.ZodObject, Readonly<Record<string, unknown>>>()

/** The settings of a schema that are not at their default, by name. */
export function notAtRest(
  schema: z.ZodObject,
  settings: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  const rest = restOf.get(schema) ?? schema.parse({})
  restOf.set(schema, rest)
  return Object.fromEntries(
    Object.entries(settings).filter(
      ([field, value]) =>
        value !== undefined && canonicalJson(value) !== canonicalJson(rest[field]),
    ),
  )
}
