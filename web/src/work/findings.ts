import type { AnyFinding, Surroundings } from '@cloudbank/core/findings'
import { examinePhotograph, placementSize, planEvenOut, wordsOf } from '@cloudbank/core/steps'
import type { Rendition, ShootView, Shot } from '../data'
import { groupBy } from './groupBy'
import { evenInputs } from './lightings/evenInputs'
import { lightingOf, recipeOf } from './recipe'
import { renditionsOf } from './stale'

const known = new WeakMap<ShootView, ReadonlyMap<string, readonly AnyFinding[]>>()

/** The findings about every measured photograph of a shoot, by shot; worked out once for a view. */
export function photographFindings(view: ShootView): ReadonlyMap<string, readonly AnyFinding[]> {
  const before = known.get(view)
  if (before) return before
  const findings = findAll(view)
  known.set(view, findings)
  return findings
}

/** All findings of a shot: about its photograph, of the last run, and of its renditions. */
export function findingsOf(
  shot: Shot,
  view: ShootView,
  renditions: readonly Pick<Rendition, 'findings'>[] = renditionsOf(
    shot,
    recipeOf(view),
    view.renditions,
  ),
): AnyFinding[] {
  return [
    ...(photographFindings(view).get(shot.id) ?? []),
    ...shot.findings,
    ...renditions.flatMap(({ findings }) => findings),
  ]
}

/** Whether any of them wants a look. */
export const wantsLook = (findings: readonly AnyFinding[]): boolean =>
  findings.some((finding) => wordsOf(finding).weight !== 'note')

function findAll(view: ShootView): Map<string, readonly AnyFinding[]> {
  const evs = evsAgainstSiblings(view)
  const { ratio } = view.briefRow.brief.steps.frame
  const largest = largestOf(view)
  return new Map(
    view.shots.flatMap((shot) => {
      const result = view.measures.get(shot.originalHash)
      if (!result) return []
      const { width, height, bytes, type } = shot
      const lighting = lightingOf(shot, view.lightings)
      const found = examinePhotograph(
        { facts: { width, height, bytes, type }, measures: result.measures },
        {
          ratio,
          largest,
          gains: lighting?.neutral?.gains ?? null,
          inLighting: lighting !== null,
          evAgainstSiblings: evs.get(shot.id) ?? null,
          duplicateOf: shot.twinOf,
        },
      )
      return [[shot.id, found] as const]
    }),
  )
}

/** The brief's largest placement, and how long a product is in it. */
function largestOf({ briefRow }: ShootView): Surroundings['largest'] {
  const { frame, finish } = briefRow.brief.steps
  const [largest] = finish.placements
    .map((placement) => ({ placement, size: placementSize(placement, frame) }))
    .sort((a, b) => b.size.width - a.size.width)
  if (!largest) return null
  const { width, height } = largest.size
  const productPx = Math.round((frame.fillPct / 100) * Math.max(width, height))
  return { name: largest.placement.name, productPx }
}

/** How much brighter each shot is than its lighting's others on the same backdrop, in stops. */
export function evsAgainstSiblings(view: ShootView): Map<string, number> {
  const inLightings = view.shots.filter(({ lightingId }) => lightingId !== null)
  const byLighting = groupBy(inLightings, ({ lightingId }) => lightingId)
  const evs = new Map<string, number>()
  for (const shots of byLighting.values()) {
    const { evens } = planEvenOut(evenInputs(view, shots))
    for (const { id, touches } of shots) {
      const even = evens.get(id)
      const given = (touches.light?.even?.ev ?? 0) + (touches.light?.exposureEv ?? 0)
      if (even) evs.set(id, given - even.ev)
    }
  }
  return evs
}
