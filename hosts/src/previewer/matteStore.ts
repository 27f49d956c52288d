import type { PackedMatte } from '@cloudbank/core/matte'
import type { KeyedMatte } from '../pool'

/** Mattes that are remembered: those of a few shots. */
const MOST = 16

/**
 * Remembers mattes by their keys, which say what is in them. Each request brings them anew; as the same
 * objects they are unpacked only once.
 */
export function createMatteStore() {
  const known = new Map<string, PackedMatte>()
  return {
    take(brought: readonly KeyedMatte[]): ReadonlyMap<string, PackedMatte> {
      const taken = new Map(brought.map(({ key, matte }) => [key, known.get(key) ?? matte]))
      for (const [key, matte] of taken) {
        // The newest used stand last.
        known.delete(key)
        known.set(key, matte)
      }
      for (const key of [...known.keys()].slice(0, Math.max(0, known.size - MOST)))
        known.delete(key)
      return taken
    },
  }
}
