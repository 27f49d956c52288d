import type { Hint } from './hints'

/** A stroke as a hand draws it, for tests. */
export const stroke = (
  kind: 'keep' | 'drop',
  points: [number, number][],
  radius = 0.012,
): Extract<Hint, { kind: 'keep' | 'drop' }> => ({
  kind,
  turn: 0,
  hidden: false,
  points,
  radius,
  hardness: 0.8,
})
export const box = (from: [number, number], to: [number, number]): Hint => ({
  kind: 'box',
  turn: 0,
  hidden: false,
  from,
  to,
})
