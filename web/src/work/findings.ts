import { placementSize } from '@cloudbank/core/brief'
import { measureFindings, type Finding } from '@cloudbank/core/findings'
import { planEvenOut } from '@cloudbank/core/steps'
import { formatBytes, formatPercent, formatSigned } from '@cloudbank/core/words'
import type { ShootView, Shot } from '../data'
import { evenInputs } from './evenOut'
import { lightingOf } from './recipe'

const known = new WeakMap<ShootView, ReadonlyMap<string, readonly Finding[]>>()

/** The findings about every measured photograph of a shoot, by shot; worked out once for a view. */
export function photographFindings(view: ShootView): ReadonlyMap<string, readonly Finding[]> {
  const before = known.get(view)
  if (before) return before
  const findings = findAll(view)
  known.set(view, findings)
  return findings
}

function findAll(view: ShootView): Map<string, readonly Finding[]> {
  const { steps } = view.briefRow.brief
  const evs = evsAgainstSiblings(view)
  const largest = steps.finish.placements
    .map((placement) => ({ placement, size: placementSize(placement, steps.frame) }))
    .sort((a, b) => b.size.width - a.size.width)[0]
  return new Map(
    view.shots.flatMap((shot) => {
      const result = view.measures.get(shot.originalHash)
      if (!result) return []
      const { width, height, bytes, type } = shot
      const found = measureFindings({ width, height, bytes, type }, result.measures, {
        ratio: steps.frame.ratio,
        largest: largest
          ? {
              name: largest.placement.name,
              productPx: Math.round(
                (steps.frame.fillPct / 100) * Math.max(largest.size.width, largest.size.height),
              ),
            }
          : null,
        gains: lightingOf(shot, view.lightings)?.neutral?.gains ?? null,
        inLighting: lightingOf(shot, view.lightings) !== null,
        evAgainstSiblings: evs.get(shot.id) ?? null,
        duplicateOf: shot.twinOf,
      })
      return [[shot.id, found] as const]
    }),
  )
}

/** How much brighter each shot is than its lighting's others on the same backdrop, in stops. */
export function evsAgainstSiblings(view: ShootView): Map<string, number> {
  const byLighting = new Map<string, Shot[]>()
  for (const shot of view.shots)
    if (shot.lightingId !== null)
      byLighting.set(shot.lightingId, [...(byLighting.get(shot.lightingId) ?? []), shot])
  const evs = new Map<string, number>()
  for (const shots of byLighting.values()) {
    const { evens } = planEvenOut(evenInputs(view, shots))
    for (const { id, touches } of shots) {
      const even = evens.get(id)
      const given = (touches.light.even?.ev ?? 0) + (touches.light.exposureEv ?? 0)
      if (even) evs.set(id, given - even.ev)
    }
  }
  return evs
}

/** The figures of a finding, as a sentence; nothing where the title says it all. */
export function describeFinding(finding: Finding): string {
  switch (finding.code) {
    case 'edge-unsure':
      return `${formatPercent(finding.share01, 0)} of the outline.`
    case 'too-small':
    case 'small':
      return `${finding.hasPx} px of ${finding.wantsPx} px for ${finding.placement}.`
    case 'over-limit':
      return `${formatBytes(finding.bytes)}, ${formatBytes(finding.limitBytes)} allowed.`
    case 'not-square':
      return `${finding.ratio}, not ${finding.wants}.`
    case 'heavy':
      return finding.why === 'png'
        ? `A photograph kept as PNG, ${formatBytes(finding.bytes)}.`
        : `${formatBytes(finding.bytes)}.`
    case 'cast':
      return `${finding.towards} ${finding.chroma}.`
    case 'dark':
    case 'bright':
      return finding.ev === null ? '' : `${formatSigned(finding.ev, 1)} EV against its siblings.`
    case 'clipped':
      return `${formatPercent(finding.share01)} of the picture.`
    case 'soft':
      return `Edges blurred by ${finding.blurPx.toFixed(1)} px.`
    case 'tilted':
      return `${formatSigned(finding.degrees, 1)}°.`
    case 'off-centre':
      return `By ${formatPercent(finding.share01, 0)} of the frame.`
    case 'dirty':
      return `${finding.specks} specks.`
    case 'uneven-backdrop':
      return `Lightness differs by ${finding.spreadL.toFixed(0)}.`
    case 'duplicate':
      return `As ${finding.of}.`
    case 'holes':
    case 'no-product':
    case 'runs-out-of-frame':
    case 'not-neutral':
    case 'beyond-photograph':
    case 'touches-border':
    case 'no-lighting':
      return ''
  }
}
