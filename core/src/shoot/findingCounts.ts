import type { AnyFinding } from '../findings'
import { findingKinds } from '../steps'
import type { Shot } from './rows'

/** One line of the findings: what, how many, which shots. */
export interface FindingCount {
  readonly code: string
  readonly title: string
  readonly remedy: string
  readonly shotIds: readonly string[]
}

/** What more than this share of the shots have is usual; among a few shots nothing is. */
const USUAL_SHARE = 0.6
const FEW_SHOTS = 6

/** How often each finding is there, worst first: what needs attention, and what informs. */
export function countFindings(
  shots: readonly Shot[],
  findingsOf: (shot: Shot) => readonly AnyFinding[],
): {
  readonly look: readonly FindingCount[]
  readonly notes: readonly FindingCount[]
  /** Notes that nearly all shots have: no news of any of them. */
  readonly usual: readonly FindingCount[]
} {
  const ids = new Map<string, string[]>()
  for (const shot of shots)
    for (const code of new Set(findingsOf(shot).map((finding) => finding.code))) {
      const found = ids.get(code)
      if (found) found.push(shot.id)
      else ids.set(code, [shot.id])
    }
  const look: FindingCount[] = []
  const notes: FindingCount[] = []
  const usual: FindingCount[] = []
  const many = shots.length >= FEW_SHOTS ? USUAL_SHARE * shots.length : Infinity
  for (const { code, words } of findingKinds().values()) {
    const shotIds = ids.get(code)
    if (!shotIds) continue
    const { title, remedy, weight } = words
    const list = weight !== 'note' ? look : shotIds.length >= many ? usual : notes
    list.push({ code, title, remedy, shotIds })
  }
  return { look, notes, usual }
}
