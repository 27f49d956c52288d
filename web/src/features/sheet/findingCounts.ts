import { FINDING_CODES, FINDINGS, type Finding, type FindingCode } from '@cloudbank/core/findings'
import type { Rendition, Shot } from '../../data'

/** One line of the findings: what, how many, which shots. */
export interface FindingCount {
  readonly code: FindingCode
  readonly title: string
  readonly remedy: string
  readonly shotIds: readonly string[]
}

/** All findings of a shot, its renditions' included. */
export function findingsOf(shot: Shot, renditions: readonly Rendition[]): Finding[] {
  return [...shot.findings, ...renditions.flatMap(({ findings }) => findings)]
}

/** Findings of a shoot, worst first, split into those that want a look and those that inform. */
export function countFindings(
  shots: readonly Shot[],
  renditionsOf: (shotId: string) => readonly Rendition[],
): { look: FindingCount[]; notes: FindingCount[] } {
  const ids = new Map<FindingCode, string[]>()
  for (const shot of shots)
    for (const code of new Set(findingsOf(shot, renditionsOf(shot.id)).map((f) => f.code)))
      ids.set(code, [...(ids.get(code) ?? []), shot.id])
  const counts = FINDING_CODES.filter((code) => ids.has(code)).map((code) => ({
    code,
    title: FINDINGS[code].title,
    remedy: FINDINGS[code].remedy,
    shotIds: ids.get(code) ?? [],
  }))
  return {
    look: counts.filter(({ code }) => FINDINGS[code].weight !== 'note'),
    notes: counts.filter(({ code }) => FINDINGS[code].weight === 'note'),
  }
}
