import { findingKinds } from '@cloudbank/core/steps'
import type { ShootView, Shot } from '../../data'
import { findingsOf, photographFindings } from '../../work/findings'
import { recipeOf } from '../../work/recipe'
import { remembered } from '../../work/remembered'
import { renditionsOf } from '../../work/stale'

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

/** Findings of a shoot, worst first, split into those that want a look and those that inform. */
export function countFindings(view: ShootView): {
  readonly look: readonly FindingCount[]
  readonly notes: readonly FindingCount[]
  /** Notes that nearly all shots have: no news of any of them. */
  readonly usual: readonly FindingCount[]
} {
  const ids = new Map<string, string[]>()
  for (const shot of view.shots)
    for (const code of codesOf(shot, view)) {
      const found = ids.get(code)
      if (found) found.push(shot.id)
      else ids.set(code, [shot.id])
    }
  const look: FindingCount[] = []
  const notes: FindingCount[] = []
  const usual: FindingCount[] = []
  const many = view.shots.length >= FEW_SHOTS ? USUAL_SHARE * view.shots.length : Infinity
  for (const { code, words } of findingKinds().values()) {
    const shotIds = ids.get(code)
    if (!shotIds) continue
    const { title, remedy, weight } = words
    const list = weight !== 'note' ? look : shotIds.length >= many ? usual : notes
    list.push({ code, title, remedy, shotIds })
  }
  return { look, notes, usual }
}

const known = remembered<Shot, ReadonlySet<string>>()

/** Which findings there are of a shot. */
function codesOf(shot: Shot, view: ShootView): ReadonlySet<string> {
  const renditions = renditionsOf(shot, recipeOf(view), view.renditions)
  return known(
    shot,
    [photographFindings(view).get(shot.id), ...renditions],
    () => new Set(findingsOf(shot, view, renditions).map(({ code }) => code)),
  )
}
