/** What somebody may write where something else belongs, meaning well or not. */
const VALUES: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1.5,
  1e9,
  '',
  'automatic',
  '#FFFFFF',
  '..',
  '../../outside',
  'a/b',
  '%zz',
  'CON',
  '\u202egpj.exe',
  'e\u0301',
  'x'.repeat(5000),
  [],
  {},
  [[]],
  { kind: 'colour' },
  { __proto__: null },
]

/** Names of fields that mean something to the language. */
const FIELDS = ['__proto__', 'constructor', 'toString', 'length'] as const

/**
 * A copy of plain data with a few of its values, at any depth, taken away, renamed, put in place of others or doubled.
 *
 * @param random numbers 0…1.
 */
export function mutated<Data extends object>(data: Data, random: () => number): unknown {
  const copy = JSON.parse(JSON.stringify(data)) as Record<string, unknown> // a copy of an object
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!
  const changes = 1 + Math.floor(random() * 3)
  for (let i = 0; i < changes; i++) {
    let at: Record<string, unknown> = copy
    for (;;) {
      const keys = Object.keys(at)
      const key = keys[Math.floor(random() * keys.length)]
      if (key === undefined) break
      const inner = at[key]
      if (typeof inner === 'object' && inner !== null && random() < 0.75) {
        at = inner as Record<string, unknown>
        continue
      }
      const kind = random()
      if (kind < 0.2) Reflect.deleteProperty(at, key)
      else if (kind < 0.35) at[`${key}s`] = inner
      else if (kind < 0.45 && !Array.isArray(at)) define(at, pick(FIELDS), inner)
      else if (kind < 0.55 && Array.isArray(at)) at.push(at[0])
      else at[key] = pick(VALUES)
      break
    }
  }
  return copy
}

/** Sets a field of an object's own, whatever it is called. */
const define = (at: object, field: string, value: unknown): void =>
  void Object.defineProperty(at, field, {
    value,
    enumerable: true,
    configurable: true,
    writable: true,
  })
