import { describe, expect, test } from 'vitest'
import { createShootModel } from './createShootModel'
import { derivedOfEach } from './derived'
import { shotRow } from './rows/rows.testing'
import { shootView } from './rows/view.testing'

describe('what is derived of each thing', () => {
  const counted = () => {
    const calls: string[] = []
    const of = derivedOfEach((thing: { name: string }, ...rest: readonly unknown[]) => {
      calls.push(`${thing.name} ${rest.join()}`)
      return { rest }
    })
    return { calls, of }
  }
  const [a, b] = [{ name: 'a' }, { name: 'b' }]

  test('is the same object for as long as every argument is', () => {
    const { calls, of } = counted()
    expect(of(a, 1, NaN)).toBe(of(a, 1, NaN))
    expect(of(b, 1, NaN)).not.toBe(of(a, 1, NaN))
    expect(calls).toEqual(['a 1,NaN', 'b 1,NaN'])
  })

  test('is made anew when one argument changes, comes, or goes', () => {
    const { calls, of } = counted()
    for (const rest of [[1], [2], [2, undefined], [2]]) expect(of(a, ...rest).rest).toEqual(rest)
    expect(calls).toHaveLength(4)
  })
})

test('what all shots share is looked up once, however many of them ask', () => {
  let looks = 0
  const shots = Array.from({ length: 50 }, (_, i) => {
    const shot = shotRow(`s${i}`)
    return {
      ...shot,
      get touches() {
        looks++
        return shot.touches
      },
    }
  })
  const { recipeOf } = createShootModel()
  const view = shootView({ shots })
  for (const _ of shots) recipeOf({ ...view })
  expect(looks).toBe(shots.length)
})
