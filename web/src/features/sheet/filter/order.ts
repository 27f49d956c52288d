import type { ShootView, Shot } from '../../../data'
import { badnessOf } from '../../../work/badness'
import { recipeOf } from '../../../work/recipe'
import { renditionsOf } from '../../../work/stale'

/** In what order the sheet shows shots. */
export const ORDERS = {
  product: 'By product',
  name: 'By name',
  time: 'By time taken',
  worst: 'Worst first',
  heaviest: 'Heaviest first',
} as const
export type OrderId = keyof typeof ORDERS

/** Shots in an order; those that are alike stay as they came. */
export function inOrder(
  shots: readonly Shot[],
  view: ShootView,
  order: Exclude<OrderId, 'product'>,
): Shot[] {
  switch (order) {
    case 'name':
      return [...shots].sort((a, b) =>
        a.fileName.localeCompare(b.fileName, undefined, { numeric: true }),
      )
    case 'time': {
      const takenAt = (shot: Shot): string =>
        view.measures.get(shot.originalHash)?.capture.takenAt ?? '~'
      return by(shots, (a, b) => takenAt(a).localeCompare(takenAt(b)))
    }
    case 'worst': {
      const badness = new Map(shots.map((shot) => [shot.id, badnessOf(shot, view)]))
      return by(shots, (a, b) => badness.get(b.id)! - badness.get(a.id)!)
    }
    case 'heaviest': {
      const weights = new Map(shots.map((shot) => [shot.id, weightOf(shot, view)]))
      return by(shots, (a, b) => weights.get(b.id)! - weights.get(a.id)!)
    }
  }
}

const by = (shots: readonly Shot[], compare: (a: Shot, b: Shot) => number): Shot[] =>
  [...shots].sort(compare)

/** Bytes of the heaviest rendition, of the photograph where nothing is made. */
function weightOf(shot: Shot, view: ShootView): number {
  const renditions = renditionsOf(shot, recipeOf(view), view.renditions)
  return renditions.length === 0 ? shot.bytes : Math.max(...renditions.map(({ bytes }) => bytes))
}
