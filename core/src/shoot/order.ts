import { badnessOf } from './badness'
import type { ShotFindings } from './findings'
import type { Recipes } from './recipe'
import type { ShootRows, Shot } from './rows'
import type { Standings } from './standing'

/** In what order the sheet shows shots. */
export const ORDERS = {
  product: 'By product',
  name: 'By name',
  time: 'By time taken',
  worst: 'Worst first',
  heaviest: 'Heaviest first',
} as const
export type OrderId = keyof typeof ORDERS

const by = (shots: readonly Shot[], compare: (a: Shot, b: Shot) => number): Shot[] =>
  [...shots].sort(compare)

/** Puts shots in an order. */
export function createOrders(
  { recipeOf }: Recipes,
  { renditionsOf }: Standings,
  { findingsOf }: ShotFindings,
) {
  /** Bytes of the heaviest rendition, of the photograph where nothing is made. */
  const weightOf = (shot: Shot, view: ShootRows): number => {
    const renditions = renditionsOf(shot, recipeOf(view), view.renditions)
    return renditions.length === 0 ? shot.bytes : Math.max(...renditions.map(({ bytes }) => bytes))
  }
  const descending = (shots: readonly Shot[], numberOf: (shot: Shot) => number): Shot[] => {
    const numbers = new Map(shots.map((shot) => [shot.id, numberOf(shot)]))
    return by(shots, (a, b) => numbers.get(b.id)! - numbers.get(a.id)!)
  }
  return {
    /** Shots in an order; those that are alike stay as they came. */
    inOrder: (
      shots: readonly Shot[],
      view: ShootRows,
      order: Exclude<OrderId, 'product'>,
    ): Shot[] => {
      switch (order) {
        case 'name':
          return by(shots, (a, b) =>
            a.fileName.localeCompare(b.fileName, undefined, { numeric: true }),
          )
        case 'time': {
          const takenAt = (shot: Shot): string =>
            view.measures.get(shot.originalHash)?.capture.takenAt ?? '~'
          return by(shots, (a, b) => takenAt(a).localeCompare(takenAt(b)))
        }
        case 'worst':
          return descending(shots, (shot) => badnessOf(shot, findingsOf(shot, view)))
        case 'heaviest':
          return descending(shots, (shot) => weightOf(shot, view))
      }
    },
  }
}
