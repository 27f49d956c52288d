import { expect, test } from 'vitest'
import { laidApart } from './laidApart'

const PRODUCT = 'product 84'
const BACKDROP = 'backdrop 85 of 67'
const WIDTH = 440
/** The ends of each word, in pixels. */
const ends = (marks: Parameters<typeof laidApart>[0]) =>
  laidApart(marks, WIDTH).map(({ words, centrePct }) => {
    const [centre, half] = [(centrePct / 100) * WIDTH, (words.length * 6.6) / 2]
    return { words, left: centre - half, right: centre + half }
  })

test('words far from each other stand under their marks', () => {
  expect(
    laidApart(
      [
        { at: 0.3, words: PRODUCT },
        { at: 0.7, words: BACKDROP },
      ],
      WIDTH,
    ),
  ).toEqual([
    { words: PRODUCT, centrePct: 30 },
    { words: BACKDROP, centrePct: 70 },
  ])
})

test.each([0, 0.3, 0.5, 0.84, 1])('words of marks at one place, %f, stand side by side', (at) => {
  const [first, second] = ends([
    { at, words: BACKDROP },
    { at: at + 0.001, words: PRODUCT },
    { at, words: null },
  ])
  expect(first!.left).toBeGreaterThanOrEqual(8 - 1e-9)
  expect(second!.right).toBeLessThanOrEqual(WIDTH - 8 + 1e-9)
  expect(second!.left - first!.right).toBeCloseTo(8, 5)
})
