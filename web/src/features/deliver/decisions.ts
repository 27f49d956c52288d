import {
  groupBy,
  type DeliveryItem,
  type DeliveryPlan,
  type ShootRows,
} from '@cloudbank/core/shoot'
import { countStale, findingsOf, isChangedSince, recipeOf } from '../../work/model'
import type { Weight } from '@cloudbank/core/findings'
import { ALT_PROBLEMS, altProblems, type AltProblem } from '@cloudbank/core/names'
import {
  remedyFor,
  RULE_IDS,
  RULE_WORDS,
  type Outlet,
  type Placement,
  type Remedy,
  type RuleId,
} from '@cloudbank/core/outlets'
import { describeFinding, PER_PLACEMENT, wordsOf } from '@cloudbank/core/steps'
import type { Shot } from '../../data'
import { strings } from './strings'

/** What can be done about something at once. */
export type RemedyAction =
  | { readonly kind: 'set-outlet'; readonly words: string; readonly outlet: Outlet }
  /** For these pictures alone: the others stay as they are made. */
  | { readonly kind: 'enlarge'; readonly words: string; readonly items: readonly DeliveryItem[] }
  | { readonly kind: 'make'; readonly words: string; readonly shots: readonly Shot[] }
  | { readonly kind: 'make-again'; readonly words: string; readonly items: readonly DeliveryItem[] }

/** Something that a person decides before the pictures leave. */
export interface DeliveryDecision {
  readonly id: string
  /** Its place in the order: a rule that is broken comes first. */
  readonly weight: Weight
  readonly title: string
  /** Value against limit, or what there is to know. */
  readonly figures: string
  readonly remedy: string
  readonly shots: readonly Shot[]
  readonly deed: RemedyAction | null
}

const ORDER: readonly Weight[] = ['blocks', 'look', 'note']

/** All that there is to decide, worst first, the most pictures first among equals. */
export function decisionsFor(view: ShootRows, plan: DeliveryPlan): DeliveryDecision[] {
  return [
    ...brokenRules(plan),
    ...unread(plan),
    ...notReady(view, plan),
    ...mixedSizes(plan),
    ...foundIn(view, plan),
    ...descriptions(plan),
  ].sort(
    (a, b) => ORDER.indexOf(a.weight) - ORDER.indexOf(b.weight) || b.shots.length - a.shots.length,
  )
}

const shotsOf = (items: readonly DeliveryItem[]): Shot[] => [
  ...new Set(items.map(({ shot }) => shot)),
]

function brokenRules({ destinations, items }: DeliveryPlan): DeliveryDecision[] {
  const made = items.filter(({ rendition }) => rendition !== null)
  const outlets = new Set(destinations.flatMap(({ outlet }) => outlet ?? []))
  return [...outlets].flatMap((outlet) => {
    const here = made.filter(({ destination }) => destination.outlet === outlet)
    return RULE_IDS.flatMap((rule): DeliveryDecision[] => {
      const breaking = here.filter(
        (item) => item.broken?.some((one) => one.rule === rule) && !isRemedied(item, rule),
      )
      if (breaking.length === 0) return []
      const placements = [...new Set(breaking.map(({ destination }) => destination.placement))]
      const words = placements.map(({ name }) => name).join(', ')
      return [
        {
          id: `${outlet.id}/${rule}`,
          weight: 'blocks',
          title: `${outlet.name}: ${RULE_WORDS[rule].title.toLowerCase()}`,
          figures: `${outlet.placements.length > 1 ? `${words}; ` : ''}${figuresOf(breaking, rule)}`,
          remedy: RULE_WORDS[rule].remedy,
          shots: shotsOf(breaking),
          deed: deedFor(rule, outlet, placements, breaking),
        },
      ]
    })
  })
}

/** Rules against which nothing can be set at once: they stand until the picture is made anew. */
const BY_HAND: ReadonlySet<RuleId> = new Set<RuleId>([
  'cover-backdrop',
  'fill-unknown',
  'profile',
  'credit',
  'alt-text',
])

/**
 * Whether what can be set against a broken rule has been set, so that the picture, which is out of date by that, is
 * likely to keep to it when it is made.
 */
function isRemedied({ state, destination, shot, rendition }: DeliveryItem, rule: RuleId): boolean {
  if (state !== 'out-of-date' || !rendition) return false
  if (BY_HAND.has(rule)) return true
  const { outlet, placement } = destination
  if (rule === 'too-few-pixels' && mayEnlarge(shot, destination.id)) return true
  if (rule === 'bytes') return placement.leastQualityPct < rendition.qualityPct
  return outlet !== null && remedyFor(rule, outlet, placement) === null
}

const mayEnlarge = ({ touches }: Shot, placementId: string): boolean =>
  touches.frame?.[PER_PLACEMENT]?.[placementId]?.enlarge === true

function deedFor(
  rule: RuleId,
  outlet: Outlet,
  placements: readonly Placement[],
  breaking: readonly DeliveryItem[],
): RemedyAction | null {
  const remedy = remedyForAll(rule, outlet, placements)
  if (!remedy) return null
  // It is right for those that are too small; set for all, the others would be made anew for nothing.
  if (rule === 'too-few-pixels') return { kind: 'enlarge', words: remedy.words, items: breaking }
  return { kind: 'set-outlet', words: remedy.words, outlet: remedy.outlet }
}

/** The remedy for all placements whose pictures break a rule, one after the other. */
function remedyForAll(
  rule: RuleId,
  outlet: Outlet,
  placements: readonly Placement[],
): Remedy | null {
  return placements.reduce<Remedy | null>((before, placement) => {
    const remedy = remedyFor(rule, before?.outlet ?? outlet, placement)
    return remedy ?? before
  }, null)
}

/** “1200 × 1200 px, at least 1600 px” of one; the first and how many more of several values. */
function figuresOf(breaking: readonly DeliveryItem[], rule: RuleId): string {
  const found = breaking.flatMap(({ broken }) => broken?.find((one) => one.rule === rule) ?? [])
  const values = [...new Set(found.map(({ value }) => value))]
  const shown =
    values.length <= 2
      ? values.join(' and ')
      : strings.andOtherValues(values[0]!, values.length - 1)
  return `${shown}; ${found[0]!.limit}`
}

function unread({ items }: DeliveryPlan): DeliveryDecision[] {
  const old = items.filter(({ state, broken }) => state === 'ready' && broken === null)
  if (old.length === 0) return []
  return [
    {
      id: 'unread',
      weight: 'blocks',
      title: strings.notChecked,
      figures: strings.madeBeforeFinishedFilesWere,
      remedy: strings.remakeThem,
      shots: shotsOf(old),
      deed: { kind: 'make-again', words: strings.remakeThemLabel, items: old },
    },
  ]
}

function notReady(view: ShootRows, { items }: DeliveryPlan): DeliveryDecision[] {
  const kinds = [
    ['missing', strings.notMade],
    ['out-of-date', strings.outOfDate],
  ] as const
  return kinds.flatMap(([state, title]): DeliveryDecision[] => {
    const those = items.filter((picture) => picture.state === state)
    if (those.length === 0) return []
    const shots = shotsOf(those)
    const failed = shots.filter(({ failure }) => failure !== null)
    return [
      {
        id: state,
        weight: 'blocks',
        title,
        figures:
          failed.length > 0
            ? strings.failed(failed.length, failed[0]!.failure ?? '')
            : strings.countOfTotalWithCount(those.length, items.length),
        remedy: strings.makeThemOrDeliverWithout,
        shots,
        deed: {
          kind: 'make',
          // A shot is made whole, what is set aside as well.
          words: strings.make(countStale(shots, recipeOf(view), view.renditions)),
          shots,
        },
      },
    ]
  })
}

/** Pictures of one placement whose longer sides differ by less than this share count as of one size. */
const SAME_SIZE = 0.05

/** Placements whose pictures are not of one size: those beside larger ones look small where they are shown. */
function mixedSizes({ destinations, items }: DeliveryPlan): DeliveryDecision[] {
  return destinations.flatMap(({ id, placement }): DeliveryDecision[] => {
    const sized = items.flatMap(({ destination, state, shot, rendition }) =>
      destination.id === id && state === 'ready' && rendition
        ? [{ shot, sidePx: Math.max(rendition.width, rendition.height) }]
        : [],
    )
    const sides = sized.map(({ sidePx }) => sidePx)
    const [least, most] = [Math.min(...sides), Math.max(...sides)]
    const small = sized.filter(({ sidePx }) => sidePx < most * (1 - SAME_SIZE))
    if (small.length === 0) return []
    return [
      {
        id: `sizes/${id}`,
        weight: 'look',
        title: strings.mixedSizes(placement.name),
        figures: strings.fromTo(least, most),
        remedy: strings.chooseSizeThatAllHave,
        shots: small.map(({ shot }) => shot),
        deed: null,
      },
    ]
  })
}

/** Whether someone has passed a shot as it is: what needed attention there was seen. */
const isSettled = (shot: Shot, view: ShootRows): boolean =>
  shot.verdict?.kind === 'passed' && !isChangedSince(shot, recipeOf(view))

/** What needs attention in pictures that leave, a line a kind; what blocks stays so whoever has passed it. */
function foundIn(view: ShootRows, { items }: DeliveryPlan): DeliveryDecision[] {
  const shots = shotsOf(items)
  const found = shots.flatMap((shot) =>
    findingsOf(shot, view)
      .filter((finding) => {
        const { weight } = wordsOf(finding)
        return weight === 'blocks' || (weight === 'look' && !isSettled(shot, view))
      })
      .map((finding) => ({ shot, finding })),
  )
  return [...groupBy(found, ({ finding }) => finding.code)].map(([code, those]) => {
    const { title, remedy, weight } = wordsOf(those[0]!.finding)
    const mine = [...new Set(those.map(({ shot }) => shot))]
    return {
      id: code,
      weight: weight === 'blocks' ? 'blocks' : 'look',
      title,
      figures: mine.length === 1 ? describeFinding(those[0]!.finding) : '',
      remedy,
      shots: mine,
      deed: null,
    }
  })
}

/** Descriptions that those who hear them would stumble over; that there is none is a rule of outlets. */
function descriptions({ items, destinations }: DeliveryPlan): DeliveryDecision[] {
  const described = items.filter(({ destination: { outlet } }) => outlet?.rules.needsAltText)
  const problems = new Map<AltProblem, Set<Shot>>()
  for (const { id } of destinations) {
    const here = described.filter(({ destination }) => destination.id === id)
    for (const [, ofProduct] of groupBy(here, ({ shot }) => shot.sku ?? shot.id))
      for (const picture of ofProduct) {
        const others = ofProduct.filter((other) => other !== picture)
        const texts = others.map(({ altText }) => altText)
        for (const problem of altProblems(picture.altText, texts))
          problems.set(problem, (problems.get(problem) ?? new Set()).add(picture.shot))
      }
  }
  problems.delete('empty')
  return [...problems].map(([problem, shots]) => ({
    id: `alt/${problem}`,
    weight: 'look',
    title: strings.description,
    figures: ALT_PROBLEMS[problem],
    remedy: strings.writeItOnProductsOr,
    shots: [...shots],
    deed: null,
  }))
}
