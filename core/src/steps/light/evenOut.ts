import { linearToSrgb, median, srgbToLinear } from '../../raster'
import type { Even } from './settings'

/** What evening out needs to know of a shot, all after its neutral. */
export interface EvenInput {
  readonly id: string
  /** Luminance of the backdrop in linear light; null where it is not even enough to go by. */
  readonly backdropLight: number | null
  /** Median tone (0…1 on the sRGB curve) of the product; null where none was found. */
  readonly productTone: number | null
  /** What the shots of one product have in common, in all its variants: the form, not the colour. */
  readonly product: string | null
  /** What the shots of one variant have in common: the colour, too. */
  readonly variant: string | null
}

export interface EvenPlan {
  readonly evens: ReadonlyMap<string, Even>
  /** Shots left alone: nothing to go by, or no other shot on their backdrop. */
  readonly left: readonly string[]
}

/** Backdrops nearer than this to the next lighter or darker one are one backdrop, in stops. */
const SAME_BACKDROP_EV = 0.3
/** A shot this far from most of its product's shots is theirs, wrongly exposed, in stops. */
const WRONG_EXPOSURE_EV = 1.2
const MAX_MID = 0.12

interface Seen {
  readonly input: EvenInput
  /** Brightness of the backdrop in stops. */
  readonly ev: number
}

/**
 * Brings shots on one backdrop to one brightness, the median of theirs, by exposure; and the shots of
 * one variant to one middle tone, by a bend that leaves the backdrop where it is. Which shots share a
 * backdrop is told by its brightness; where most shots of a product agree, the odd one is wrongly exposed.
 */
export function planEvenOut(inputs: readonly EvenInput[]): EvenPlan {
  const seen = inputs.flatMap((input): Seen[] =>
    input.backdropLight !== null && input.backdropLight > 0
      ? [{ input, ev: Math.log2(input.backdropLight) }]
      : [],
  )
  const groups = withStrays(byBrightness(seen)).filter(({ length }) => length > 1)
  const evens = new Map<string, Even>()
  for (const group of groups) for (const [id, even] of evenGroup(group)) evens.set(id, even)
  return { evens, left: inputs.filter(({ id }) => !evens.has(id)).map(({ id }) => id) }
}

/** Runs of shots, by brightness, without a gap between neighbours. */
function byBrightness(seen: readonly Seen[]): Seen[][] {
  const groups: Seen[][] = []
  for (const shot of [...seen].sort((a, b) => a.ev - b.ev)) {
    const last = groups.at(-1)
    if (last && shot.ev - last.at(-1)!.ev < SAME_BACKDROP_EV) last.push(shot)
    else groups.push([shot])
  }
  return groups
}

/** Moves a shot to the group in which most other shots of its product are, if that is within reach. */
function withStrays(groups: readonly Seen[][]): Seen[][] {
  const moved = groups.map((): Seen[] => [])
  const medians = groups.map((group) => median(group.map(({ ev }) => ev)) ?? 0)
  const countsOf = countByProduct(groups)
  groups.forEach((group, from) => {
    for (const shot of group) {
      const { product } = shot.input
      const others = countsOf(product).map((count, at) => (at === from ? count - 1 : count))
      const all = others.reduce((sum, count) => sum + count, 0)
      const most = others.indexOf(Math.max(...others))
      const strays =
        product !== null &&
        all >= 2 &&
        others[most]! * 2 > all &&
        Math.abs(medians[most]! - shot.ev) <= WRONG_EXPOSURE_EV
      moved[strays ? most : from]!.push(shot)
    }
  })
  return moved
}

/** How many shots of a product each group has. */
function countByProduct(groups: readonly Seen[][]): (product: string | null) => number[] {
  const counts = new Map<string | null, number[]>()
  groups.forEach((group, at) => {
    for (const { input } of group) {
      const found = counts.get(input.product) ?? groups.map(() => 0)
      found[at]! += 1
      counts.set(input.product, found)
    }
  })
  return (product) => counts.get(product) ?? groups.map(() => 0)
}

function evenGroup(group: readonly Seen[]): [string, Even][] {
  const middle = median(group.map(({ ev }) => ev)) ?? 0
  const pivot = Math.min(1, Math.max(0.05, linearToSrgb(2 ** middle)))
  const liftedTone = ({ input, ev }: Seen): number | null =>
    input.productTone === null
      ? null
      : linearToSrgb(srgbToLinear(input.productTone) * 2 ** (middle - ev))
  const tones = new Map<string, number[]>()
  for (const shot of group) {
    const tone = liftedTone(shot)
    const { variant } = shot.input
    if (tone === null || variant === null) continue
    tones.set(variant, [...(tones.get(variant) ?? []), tone])
  }
  return group.map((shot) => {
    const tone = liftedTone(shot)
    const siblings = tones.get(shot.input.variant ?? '') ?? []
    const mid =
      tone === null || siblings.length < 2 ? 0 : bendTo(tone, median(siblings) ?? 0, pivot)
    return [shot.input.id, { ev: round(middle - shot.ev), mid: round(mid), pivot: round(pivot) }]
  })
}

/** The bend (`Even.mid`) that moves one tone to another; nought where it can do little. */
function bendTo(tone: number, wanted: number, pivot: number): number {
  const u = tone / pivot
  const reach = 4 * u * (1 - u)
  if (u >= 1 || reach < 0.2) return 0
  return Math.min(MAX_MID, Math.max(-MAX_MID, (wanted - tone) / reach))
}

const round = (value: number): number => Math.round(value * 1000) / 1000
