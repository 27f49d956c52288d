import type { AnyFinding, Surroundings } from '@cloudbank/core/findings'
import type { Rgb } from '@cloudbank/core/raster'
import { examinePhotograph, planEvenOut, wordsOf } from '@cloudbank/core/steps'
import type { Lighting, Rendition, ShootView, Shot } from '../data'
import { groupBy } from './groupBy'
import { evenInputs } from './lightings/evenInputs'
import { outOfLine } from './outOfLine'
import { lightingOf, recipeOf } from './recipe'
import { remembered } from './remembered'
import { renditionsOf } from './stale'

const ofView = remembered<ShootView, ReadonlyMap<string, readonly AnyFinding[]>>()
const ofPhotograph = remembered<Shot, readonly AnyFinding[]>()
const ofLighting = remembered<Lighting, ReadonlyMap<string, number>>()

/** The findings about every measured photograph of a shoot, by shot. */
export const photographFindings = (view: ShootView): ReadonlyMap<string, readonly AnyFinding[]> =>
  ofView(view, [], () => findAll(view))

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
  const made = renditions.flatMap(({ findings }) => findings)
  const line = outOfLine(view).get(shot.id)
  // What a finished file says of itself is truer than what its photograph lets expect.
  const said = new Set(made.map(({ code }) => code))
  return [
    ...(photographFindings(view).get(shot.id) ?? []).filter(({ code }) => !said.has(code)),
    ...shot.findings,
    ...made,
    ...(line ? [line] : []),
  ]
}

/** Findings by their kinds, each once, those that want a look first. */
export function findingsByKind(
  findings: readonly AnyFinding[],
): readonly (readonly [AnyFinding, ...AnyFinding[]])[] {
  const each = new Map(findings.map((finding) => [JSON.stringify(finding), finding]))
  const kinds = [...groupBy([...each.values()], ({ code }) => code).values()]
  const isNote = ([first]: readonly AnyFinding[]): number =>
    first && wordsOf(first).weight === 'note' ? 1 : 0
  return kinds
    .flatMap(([first, ...others]) => (first ? [[first, ...others] as const] : []))
    .sort((a, b) => isNote(a) - isNote(b))
}

/** Those that want a look, each once, in words with their figures; nothing where none does. */
export const whyOf = (findings: readonly AnyFinding[]): string => {
  const wanting = findings.filter((finding) => wordsOf(finding).weight !== 'note')
  return [...new Set(wanting.map((finding) => `${wordsOf(finding).title}, ${figuresOf(finding)}`))]
    .map((words) => words.replace(/[., ]+$/, ''))
    .join('; ')
}

const figuresOf = (finding: AnyFinding): string => wordsOf(finding).figures?.(finding) ?? ''

function findAll(view: ShootView): Map<string, readonly AnyFinding[]> {
  const evs = evsAgainstSiblings(view)
  const recipe = recipeOf(view)
  const { ratio } = recipe.steps.frame
  const { neutral } = recipe.steps.light
  const fixedGains: Rgb | null =
    neutral.from === 'gains' ? [neutral.red, neutral.green, neutral.blue] : null
  const largest = largestOf(view)
  return new Map(
    view.shots.flatMap((shot) => {
      const result = view.measures.get(shot.originalHash)
      if (!result) return []
      const { width, height, bytes, type } = shot
      const lighting = lightingOf(shot, view.lightings)
      const evAgainstSiblings = evs.get(shot.id) ?? null
      const found = ofPhotograph(shot, [result, lighting, recipe.steps, evAgainstSiblings], () =>
        examinePhotograph(
          { facts: { width, height, bytes, type }, measures: result.measures },
          {
            ratio,
            largest,
            gains: lighting?.neutral?.gains ?? fixedGains,
            ownNeutral: neutral.from === 'backdrop',
            inLighting: lighting !== null,
            evAgainstSiblings,
            duplicateOf: shot.twinOf,
          },
        ),
      )
      return [[shot.id, found] as const]
    }),
  )
}

/** The brief's largest placement, and how long a product is in it. */
function largestOf(view: ShootView): Surroundings['largest'] {
  const { frame, finish } = recipeOf(view).steps
  const [largest] = finish.placements
    .map((placement) => {
      const fillPct = (placement.changes.frame?.fillPct ?? frame.fillPct) as number // of its schema
      return { name: placement.name, productPx: Math.round((fillPct / 100) * placement.longSidePx) }
    })
    .sort((a, b) => b.productPx - a.productPx)
  return largest ?? null
}

/** How much brighter each shot is than its lighting's others on the same backdrop, in stops. */
export function evsAgainstSiblings(view: ShootView): Map<string, number> {
  const byLighting = groupBy(view.shots, (shot) => lightingOf(shot, view.lightings))
  const evs = new Map<string, number>()
  for (const [lighting, shots] of byLighting) {
    if (!lighting) continue
    const madeOf = shots.flatMap((shot) => [
      shot.id,
      shot.sku,
      view.measures.get(shot.originalHash),
      givenEv(shot),
    ])
    const found = ofLighting(lighting, [view.products, ...madeOf], () => evsWithin(view, shots))
    for (const [id, ev] of found) evs.set(id, ev)
  }
  return evs
}

function evsWithin(view: ShootView, shots: readonly Shot[]): Map<string, number> {
  const { evens } = planEvenOut(evenInputs(view, shots))
  return new Map(
    shots.flatMap((shot) => {
      const even = evens.get(shot.id)
      return even ? [[shot.id, givenEv(shot) - even.ev] as const] : []
    }),
  )
}

/** What a shot's own touches make of its exposure, in stops. */
const givenEv = ({ touches: { light } }: Shot): number =>
  (light?.even?.ev ?? 0) + (light?.exposureEv ?? 0)
