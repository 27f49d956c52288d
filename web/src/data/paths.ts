import { canonicalJson } from '@cloudbank/core/steps'

/** Where a value lies within a row: names from the outside in. */
export type Path = readonly string[]

type Json = Readonly<Record<string, unknown>>

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The value at a path; undefined where there is none. */
export function valueAt(row: unknown, path: Path): unknown {
  return path.reduce<unknown>((at, name) => (isObject(at) ? at[name] : undefined), row)
}

/**
 * A copy with another value at a path; undefined takes the value away. An object within a field of the
 * row that is left with nothing goes with it; the field itself stays, if only as an empty object.
 */
export function withValueAt(row: unknown, path: Path, value: unknown): unknown {
  return put(row, path, value, 0)
}

function put(row: unknown, path: Path, value: unknown, depth: number): unknown {
  const [name, ...rest] = path
  if (name === undefined) return value
  const before: Json = isObject(row) ? row : {}
  const inner = put(before[name], rest, value, depth + 1)
  if (inner !== undefined && !(depth > 0 && rest.length > 0 && isEmpty(inner)))
    return { ...before, [name]: inner }
  const { [name]: _, ...others } = before
  return others
}

const isEmpty = (value: unknown): boolean => isObject(value) && Object.keys(value).length === 0

/** Whether two values say the same. */
export const isSame = (a: unknown, b: unknown): boolean =>
  a === b || (a !== undefined && b !== undefined && canonicalJson(a) === canonicalJson(b))

/** Whether what lies at one path lies within what lies at the other, or the other way round. */
export const overlap = (a: Path, b: Path): boolean => {
  const length = Math.min(a.length, b.length)
  return a.slice(0, length).every((name, i) => name === b[i])
}
