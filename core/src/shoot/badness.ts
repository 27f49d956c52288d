import type { AnyFinding } from '../findings'
import { wordsOf } from '../steps'
import type { Shot } from './rows'

const WEIGHTS = { blocks: 10, look: 3, note: 0.1 } as const

/**
 * How much a person should look at a shot: failed and returned ones first, then by their findings.
 *
 * @param findings all of the shot's.
 */
export function badnessOf(shot: Shot, findings: readonly AnyFinding[]): number {
  const found = new Set(findings.map(({ code }) => code))
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
