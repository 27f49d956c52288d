import { z } from 'zod'

/**
 * How a person handles a setting. Ranges, defaults and what it does are the schema's; here is what the
 * schema cannot say. `own` settings have a control made by hand in the interface.
 */
export type Control<Field extends string = string> = {
  readonly field: Field
  readonly label: string
  /** Whether it has any effect, by the settings of its step; always where this is missing. */
  readonly when?: (settings: Readonly<Record<string, unknown>>) => boolean
} & (
  | {
      readonly kind: 'number'
      readonly unit: string
      readonly step: number
      readonly digits: number
    }
  | { readonly kind: 'switch' }
  | {
      readonly kind: 'choice'
      readonly options: readonly { readonly value: string; readonly words: string }[]
    }
  | { readonly kind: 'own' }
)

/** Settings that belong together and are carried from shot to shot together. */
export interface ControlGroup<Field extends string = string> {
  readonly id: string
  readonly title: string
  readonly controls: readonly Control<Field>[]
}

/** The schema of one field of an object's; undefined where it has none of the name. */
export const fieldOf = ({ shape }: z.ZodObject, field: string): z.core.$ZodType | undefined =>
  (shape as Readonly<Record<string, z.core.$ZodType>>)[field]

/** A schema without its defaults. */
export function bare(schema: z.core.$ZodType): z.core.$ZodType {
  return schema instanceof z.ZodDefault || schema instanceof z.ZodPrefault
    ? bare(schema.unwrap())
    : schema
}

/** The least and the greatest value of a number, which may be missing. */
export function rangeOf(schema: z.core.$ZodType): { readonly min: number; readonly max: number } {
  const inner = bare(schema)
  const number = inner instanceof z.ZodNullable ? bare(inner.unwrap()) : inner
  if (!(number instanceof z.ZodNumber)) throw new TypeError('Only a number has a range')
  const { minValue, maxValue } = number
  if (minValue === null || maxValue === null) throw new TypeError('A setting needs a range')
  return { min: minValue, max: maxValue }
}
