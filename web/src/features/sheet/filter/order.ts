import { wordsOf } from '@cloudbank/core/steps'
import type { ShootView, Shot } from '../../../data'
import { findingsOf } from '../../../work/findings'
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

const WEIGHTS = { blocks: 10, look: 3, note: 0.1 } as const

/** How much a person should look at a shot: failed and returned ones first, then by their findings. */
export function badnessOf(shot: Shot, view: ShootView): number {
  const found = new Set(findingsOf(shot, view).map(({ code }) => code))
  const weights = [...found].reduce((sum, code) => sum + WEIGHTS[wordsOf({ code }).weight], 0)
  return (
    (shot.failure === null ? 0 : 1000) +
    (shot.verdict?.kind === 'returned' ? 100 : 0) +
    weights +
    unsureness(shot)
  )
}

/** How little a cut can be trusted, 0…2. */
function unsureness({ findings }: Shot): number {
  const found = findings.find(({ code }) => code === 'edge-unsure')
  const { confidence01 } = (found ?? {}) as { confidence01?: number }
  return found ? 2 * (1 - (confidence01 ?? 0.5)) : 0
}

/** Bytes of the heaviest rendition, of the photograph where nothing is made. */
function weightOf(shot: Shot, view: ShootView): number {
  const renditions = renditionsOf(shot, recipeOf(view), view.renditions)
  return renditions.length === 0 ? shot.bytes : Math.max(...renditions.map(({ bytes }) => bytes))
}
