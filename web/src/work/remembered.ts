/**
 * Remembers one result for each object for as long as what it was made of is the same, thing by thing. Of a
 * shoot of thousands only what has changed is then worked out again.
 */
export function remembered<Key extends object, Value>(): (
  key: Key,
  madeOf: readonly unknown[],
  make: () => Value,
) => Value {
  const known = new WeakMap<Key, { readonly madeOf: readonly unknown[]; readonly value: Value }>()
  return (key, madeOf, make) => {
    const before = known.get(key)
    if (before && sameThings(before.madeOf, madeOf)) return before.value
    const value = make()
    known.set(key, { madeOf, value })
    return value
  }
}

const sameThings = (one: readonly unknown[], other: readonly unknown[]): boolean =>
  one.length === other.length && one.every((thing, i) => Object.is(thing, other[i]))
