import { wordsOf } from '@cloudbank/core/steps'
import type { ShootView, Shot } from '../data'
import { findingsOf } from './findings'

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
