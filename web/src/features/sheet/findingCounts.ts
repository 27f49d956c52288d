import { FINDING_CODES, FINDINGS, type Finding, type FindingCode } from '@cloudbank/core/findings'
import type { Rendition, Shot } from '../../data'

/** One line of the findings: what, how many, which shots. */
export interface FindingCount {
  readonly code: FindingCode
  readonly title: string
  readonly remedy: string
  readonly shotIds: readonly string[]
}

/** All findings of a shot: about its photograph, of the last run, and of its renditions. */
export function findingsOf(
  shot: Shot,
  renditions: readonly Rendition[],
  photograph: readonly Finding[] = [],
): Finding[] {
  return [...photograph, ...shot.findings, ...renditions.flatMap(({ findings }) => findings)]
}

/** Whether any of them wants a look. */
export const wantsLook = (findings: readonly Finding[]): boolean =>
  findings.some(({ code }) => FINDINGS[code].weight !== 'note')

/** Findings of a shoot, worst first, split into those that want a look and those that inform. */
export function countFindings(
  shots: readonly Shot[],
  renditionsOf: (shotId: string) => readonly Rendition[],
  photographs: ReadonlyMap<string, readonly Finding[]> = new Map(),
): { look: FindingCount[]; notes: FindingCount[] } {
  const ids = new Map<FindingCode, string[]>()
  for (const shot of shots)
    for (const code of codesOf(findingsOf(shot, renditionsOf(shot.id), photographs.get(shot.id))))
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

const codesOf = (findings: readonly Finding[]): Set<FindingCode> =>
  new Set(findings.map(({ code }) => code))
