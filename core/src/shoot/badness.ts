import type { AnyFinding } from '../findings'
import { wordsOf } from '../steps'
import type { Shot } from './rows'

/** In hundredths of the product that are wrong: what a shopper would mind as much. */
const WEIGHTS = { blocks: 30, look: 3, note: 0.05 } as const

/**
 * How much of a shot is probably wrong, in hundredths of the product: a cut by the share of it that may be wrong, other
 * findings by what a shopper would mind as much; failed and returned ones first.
 *
 * @param findings all of the shot's.
 */
export function badnessOf(shot: Shot, findings: readonly AnyFinding[]): number {
  const found = new Map(findings.map((finding) => [finding.code, finding]))
  const weights = [...found.values()].reduce((sum, finding) => sum + weightOf(finding), 0)
  return (
    (shot.failure === null ? 0 : 1000) + (shot.verdict?.kind === 'returned' ? 200 : 0) + weights
  )
}

const weightOf = (finding: AnyFinding): number =>
  finding.miss01 === undefined ? WEIGHTS[wordsOf(finding).weight] : 100 * finding.miss01
