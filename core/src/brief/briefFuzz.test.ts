import { expect, test } from 'vitest'
import { mutated } from '../json/mutated.testing'
import { seededRandom } from '../raster/seeded.testing'
import { READY_OUTLETS } from '../outlets'
import { readBrief, SHOP_WHITE } from './brief'
import { readOutlet } from './readOutlet'

const NO_BRIEFS: readonly unknown[] = [null, true, 0, '', [], {}, [[]]]

test.each([1, 2, 3])(
  'anything is a brief or is refused by the names of its fields, seed %i',
  (seed) => {
    const random = seededRandom(seed)
    let refused = 0
    for (let i = 0; i < 500; i++) {
      const read = readBrief(
        i % 50 === 0 ? NO_BRIEFS[(i / 50) % NO_BRIEFS.length] : mutated(SHOP_WHITE, random),
      )
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

test('anything is an outlet of safe names or is refused by the names of its fields', () => {
  const random = seededRandom(4)
  let [taken, refused] = [0, 0]
  for (let i = 0; i < 500; i++) {
    const read = readOutlet(mutated(READY_OUTLETS[i % READY_OUTLETS.length]!, random))
    if (read.ok) {
      taken++
      const { id, placements } = read.outlet
      const ids = [id, ...placements.map((placement) => placement.id)]
      for (const one of ids) expect(one).toMatch(/^[a-z0-9][a-z0-9-]*$/)
      expect(new Set(placements.map((placement) => placement.id)).size).toBe(placements.length)
    } else {
      refused++
      for (const problem of read.problems) expect(problem).toMatch(/^\S.*: ./)
    }
  }
  expect(Math.min(taken, refused)).toBeGreaterThan(50)
})
