import { linearToSrgb, srgbToLinear } from '../../raster'
import type { Even } from './settings'

/** What evening out needs to know of a shot, all after its neutral. */
export interface EvenInput {
  readonly id: string
  /** Luminance of the backdrop in linear light; null where it is not even enough to go by. */
  readonly backdropLight: number | null
  /** Median tone (0…1 on the sRGB curve) of the product; null where none was found. */
  readonly productTone: number | null
  /** Shots of one product have its tone in common. */
  readonly product: string | null
}

export interface EvenPlan {
  readonly evens: ReadonlyMap<string, Even>
  /** Shots left alone: their backdrop is another one, or none. */
  readonly left: readonly string[]
}

/** Backdrops further than this from the middle one are other backdrops, in stops. */
const SAME_BACKDROP_EV = 1.1
const MOST_MID = 0.12

/**
 * Brings shots to one backdrop brightness, the median of theirs, by exposure; and the products that
 * several of them show to one middle tone each, by a bend that leaves the backdrop where it is.
 */
export function planEvenOut(inputs: readonly EvenInput[]): EvenPlan {
  const seen = inputs.filter((input) => (input.backdropLight ?? 0) > 0)
  const middle = median(seen.map(({ backdropLight }) => Math.log2(backdropLight ?? 1)))
  const evOf = (input: EvenInput): number => middle - Math.log2(input.backdropLight ?? 1)
  const taken = seen.filter((input) => Math.abs(evOf(input)) <= SAME_BACKDROP_EV)
  const pivot = Math.min(1, Math.max(0.05, linearToSrgb(2 ** middle)))

  const liftedTone = (input: EvenInput): number | null =>
    input.productTone === null ? null : toneAfter(input.productTone, evOf(input))
  const evens = new Map<string, Even>()
  for (const input of taken) {
    const tone = liftedTone(input)
    const siblings = taken
      .filter(({ product }) => product !== null && product === input.product)
      .map(liftedTone)
      .filter((value) => value !== null)
    const mid = tone === null || siblings.length < 2 ? 0 : bendTo(tone, median(siblings), pivot)
    evens.set(input.id, { ev: round(evOf(input)), mid: round(mid), pivot: round(pivot) })
  }
  const left = inputs.filter(({ id }) => !evens.has(id)).map(({ id }) => id)
  return { evens, left }
}

/** The bend (`Even.mid`) that moves one tone to another; nought near the pivot, where it can do little. */
function bendTo(tone: number, wanted: number, pivot: number): number {
  const u = tone / pivot
  const reach = 4 * u * (1 - u)
  if (u >= 1 || reach < 0.2) return 0
  return Math.min(MOST_MID, Math.max(-MOST_MID, (wanted - tone) / reach))
}

const toneAfter = (tone: number, ev: number): number =>
  linearToSrgb(srgbToLinear(tone) * 2 ** ev)

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  if (sorted.length === 0) return 0
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}

const round = (value: number): number => Math.round(value * 1000) / 1000
