import { expect, test } from 'vitest'
import { Placement } from '../outlets'
import { looksOf, seenAs } from './seenAs'

const placement = (id: string, longSidePx: number, ratio?: object): Placement =>
  Placement.parse({
    id,
    name: id,
    longSidePx,
    ...(ratio ? { changes: { frame: { ratio } } } : {}),
  })
const TALL = { width: 4, height: 5 }
const recipe = {
  steps: {
    finish: {
      placements: [
        placement('page', 1200),
        placement('card', 600),
        placement('tall', 300, TALL),
        placement('tall-large', 2000, TALL),
      ],
    },
  },
} as unknown as Parameters<typeof looksOf>[0]

const rows = [
  { placementId: 'page', width: 1200, height: 1200 },
  { placementId: 'card', width: 600, height: 600 },
  { placementId: 'tall', width: 240, height: 300 },
  { placementId: 'tall-large', width: 1600, height: 2000 },
]
const seen = (...[px, id]: readonly [number, string?]): string | undefined =>
  seenAs(rows, recipe, px, id)?.placementId

test('a shot is seen as the brief’s first placement has it, by the smallest file with pixels enough', () => {
  expect([seen(200), seen(600), seen(601), seen(5000)]).toEqual(['card', 'card', 'page', 'page'])
})

test('or as the placement that was chosen, one that is gone apart', () => {
  expect([seen(200, 'tall-large'), seen(400, 'tall')]).toEqual(['tall', 'tall-large'])
  expect(seen(200, 'gone')).toBe('card')
})

test('what is not made as wanted is seen as it is made', () => {
  expect(seenAs(rows.slice(2), recipe, 200)?.placementId).toBe('tall')
  expect(seenAs([], recipe, 200)).toBeUndefined()
})

test('each look is offered once', () => {
  expect(looksOf(recipe).map(({ id }) => id)).toEqual(['page', 'tall'])
})
