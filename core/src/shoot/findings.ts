import type { AnyFinding, Surroundings } from '../findings'
import type { Rgb } from '../raster'
import { examinePhotograph, planEvenOut, wordsOf } from '../steps'
import { derived, derivedOfEach } from './derived'
import { evenInput } from './evenInputs'
import { groupBy } from './groupBy'
import type { OutOfLine } from './outOfLine'
import { lightingOf, type Recipes } from './recipe'
import type { Lighting, Measured, Rendition, ShootRows, Shot } from './rows'
import type { Standings } from './standing'

/** Findings by their kinds, each once, those that need attention first. */
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

/** Those that need attention, each once, in words with their figures; nothing where none does. */
export const whyOf = (findings: readonly AnyFinding[]): string => {
  const open = findings.filter((finding) => wordsOf(finding).weight !== 'note')
  return [...new Set(open.map((finding) => `${wordsOf(finding).title}, ${figuresOf(finding)}`))]
    .map((words) => words.replace(/[., ]+$/, ''))
    .join('; ')
}

const figuresOf = (finding: AnyFinding): string => wordsOf(finding).figures?.(finding) ?? ''

/** What a shot's own touches make of its exposure, in stops. */
const givenEv = ({ touches: { light } }: Shot): number =>
  (light?.even?.ev ?? 0) + (light?.exposureEv ?? 0)

/** What a shot's brightness goes by, of each shot in turn: id, SKU, measures, and what is given of exposure. */
type EvPart = string | null | undefined | number | Measured

const inFours = (
  parts: readonly EvPart[],
): [id: string, sku: string | null, measured: Measured | undefined, given: number][] =>
  Array.from({ length: parts.length / 4 }, (_, i) => parts.slice(i * 4, i * 4 + 4) as never) // as they were put in

/** The largest placement of a shoot, and how long a product is in it. */
type Largest = Surroundings['largest']

/** Everything that is found about shots, siblings and all. */
export function createFindings(
  { recipeOf }: Recipes,
  { renditionsOf }: Standings,
  outOfLine: (view: ShootRows) => ReadonlyMap<string, OutOfLine>,
) {
  const evsWithin = derived(
    (
      lighting: Lighting,
      products: ShootRows['products'],
      ...parts: readonly EvPart[]
    ): ReadonlyMap<string, number> => {
      const shots = inFours(parts)
      const inputs = shots.flatMap(([id, sku, measured]) =>
        measured ? [evenInput({ id, sku }, measured, lighting, products)] : [],
      )
      const { evens } = planEvenOut(inputs)
      return new Map(
        shots.flatMap(([id, , , given]) => {
          const even = evens.get(id)
          return even ? [[id, given - even.ev] as const] : []
        }),
      )
    },
  )
  /** How much brighter each shot is than its lighting's others on the same backdrop, in stops. */
  const evsAgainstSiblings = derived((view: ShootRows): ReadonlyMap<string, number> => {
    const { shots, lightings, products, measures } = view
    const evs = new Map<string, number>()
    for (const [lighting, mine] of groupBy(shots, (shot) => lightingOf(shot, lightings))) {
      if (!lighting) continue
      const parts = mine.flatMap((shot): readonly EvPart[] => [
        shot.id,
        shot.sku,
        measures.get(shot.originalHash),
        givenEv(shot),
      ])
      for (const [id, ev] of evsWithin(lighting, products, ...parts)) evs.set(id, ev)
    }
    return evs
  })
  const examined = derivedOfEach(
    (
      shot: Shot,
      measured: Measured,
      lighting: Lighting | null,
      steps: ReturnType<Recipes['recipeOf']>['steps'],
      largest: Largest,
      evAgainstSiblings: number | null,
    ): readonly AnyFinding[] => {
      const { neutral } = steps.light
      const fixedGains: Rgb | null =
        neutral.from === 'gains' ? [neutral.red, neutral.green, neutral.blue] : null
      const { width, height, bytes, type } = shot
      return examinePhotograph(
        { facts: { width, height, bytes, type }, measures: measured.measures },
        {
          ratio: steps.frame.ratio,
          largest,
          gains: lighting?.neutral?.gains ?? fixedGains,
          ownNeutral: neutral.from === 'backdrop',
          leavesBackdrop: steps.cut.method !== 'off' && steps.ground.behind.kind !== 'original',
          inLighting: lighting !== null,
          evAgainstSiblings,
          duplicateOf: shot.twinOf,
        },
      )
    },
  )
  const largestOf = derived((steps: ReturnType<Recipes['recipeOf']>['steps']): Largest => {
    const [largest] = steps.finish.placements
      .map((placement) => {
        const fillPct = (placement.changes.frame?.fillPct ?? steps.frame.fillPct) as number // of its schema
        const productPx = Math.round((fillPct / 100) * placement.longSidePx)
        return { name: placement.name, productPx }
      })
      .sort((a, b) => b.productPx - a.productPx)
    return largest ?? null
  })
  /** What all shots of a shoot are seen against, looked up once for them all. */
  const sharedBy = derived((view: ShootRows) => {
    const recipe = recipeOf(view)
    return {
      recipe,
      largest: largestOf(recipe.steps),
      evs: evsAgainstSiblings(view),
      out: outOfLine(view),
    }
  })
  /** The findings about a shot's photograph; none until it is measured. */
  const photographFindings = (shot: Shot, view: ShootRows): readonly AnyFinding[] => {
    const measured = view.measures.get(shot.originalHash)
    if (!measured) return NONE
    const { recipe, largest, evs } = sharedBy(view)
    const lighting = lightingOf(shot, view.lightings)
    return examined(shot, measured, lighting, recipe.steps, largest, evs.get(shot.id) ?? null)
  }
  const gathered = (
    shot: Shot,
    photograph: readonly AnyFinding[],
    outBy01: number | null,
    ...renditions: readonly Pick<Rendition, 'findings'>[]
  ): readonly AnyFinding[] => {
    const made = renditions.flatMap(({ findings }) => findings)
    // What a finished file says of itself is truer than what its photograph lets expect.
    const said = new Set(made.map(({ code }) => code))
    const line: readonly OutOfLine[] =
      outBy01 === null ? [] : [{ code: 'out-of-line', share01: outBy01 }]
    return [...photograph.filter(({ code }) => !said.has(code)), ...shot.findings, ...made, ...line]
  }
  const ofSome = derived(gathered)
  // Apart from those of some, so that neither forgets the other.
  const ofAll = derivedOfEach(gathered)
  const outBy01 = (shot: Shot, view: ShootRows): number | null =>
    sharedBy(view).out.get(shot.id)?.share01 ?? null
  return {
    evsAgainstSiblings,
    photographFindings,
    /** The findings of a shot with some of its renditions alone. */
    findingsWith: (
      shot: Shot,
      view: ShootRows,
      renditions: readonly Pick<Rendition, 'findings'>[],
    ): readonly AnyFinding[] =>
      ofSome(shot, photographFindings(shot, view), outBy01(shot, view), ...renditions),
    /**
     * All findings of a shot: about its photograph, of the last run, of its renditions, and against its siblings; the
     * same list for as long as they are the same.
     */
    findingsOf: (shot: Shot, view: ShootRows): readonly AnyFinding[] => {
      const renditions = renditionsOf(shot, sharedBy(view).recipe, view.renditions)
      return ofAll(shot, photographFindings(shot, view), outBy01(shot, view), ...renditions)
    },
  }
}

const NONE: readonly AnyFinding[] = []

export type ShotFindings = ReturnType<typeof createFindings>
