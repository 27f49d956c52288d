/**
 * The files that data names, wherever in it: the values of all fields called `hash`, as settings name their tables and
 * pictures. History and settings of any version are walked alike.
 */
export function namedHashes(data: unknown): ReadonlySet<string> {
  const found = new Set<string>()
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return
    for (const [name, inner] of Object.entries(value)) {
      if (name === 'hash' && typeof inner === 'string') found.add(inner)
      else walk(inner)
    }
  }
  walk(data)
  return found
}
