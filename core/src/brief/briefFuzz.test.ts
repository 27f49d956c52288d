import { expect, test } from 'vitest'
import { seededRandom } from '../raster/seeded.testing'
import { readBrief, SHOP_WHITE } from './brief'

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
  [],
  {},
  [[]],
  { kind: 'colour' },
  { __proto__: null },
]

/** A brief with a few of its values, at any depth, taken away, renamed or put in place of others. */
function mutated(random: () => number): unknown {
  const brief = JSON.parse(JSON.stringify(SHOP_WHITE)) as Record<string, unknown> // a copy of a brief
  const changes = 1 + Math.floor(random() * 3)
  for (let i = 0; i < changes; i++) {
    let at: Record<string, unknown> = brief
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
      else if (kind < 0.4) at[`${key}s`] = inner
      else at[key] = VALUES[Math.floor(random() * VALUES.length)]
      break
    }
  }
  return brief
}

test.each([1, 2, 3])(
  'anything is a brief or is refused by the names of its fields, seed %i',
  (seed) => {
    const random = seededRandom(seed)
    let refused = 0
    for (let i = 0; i < 500; i++) {
      const read = readBrief(i % 50 === 0 ? VALUES[i % VALUES.length] : mutated(random))
      if (read.ok) expect(readBrief(read.brief)).toEqual(read)
      else {
        refused++
        expect(read.problems.length).toBeGreaterThan(0)
        for (const { field, message } of read.problems) expect([field, message]).not.toContain('')
      }
    }
    expect(refused).toBeGreaterThan(100)
  },
)
