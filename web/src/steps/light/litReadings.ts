import type { ShootRows } from '@cloudbank/core/shoot'
import { recipeOf, stepsOf } from '../../work/model'
import { luminance, linearToLab, linearToSrgb, type Rgb } from '@cloudbank/core/raster'
import { isPlain } from '@cloudbank/core/findings'
import { applyGrade, neutralGains, planGrade, type LightSettings } from '@cloudbank/core/steps'
import type { Shot } from '../../data'
import { comparedWith } from '../../stage/comparedWith'

/** What the measured backdrop and product of a photograph come to by settings of Light. */
export interface LitReading {
  /** Lightness of the backdrop, L*; null where it is of no one colour. */
  readonly backdropL: number | null
  /** Chroma of the backdrop, where it is meant to be grey. */
  readonly chroma: number | null
  /** Middle lightness of the product, L*. */
  readonly productL: number | null
}

/** A photograph under settings: its neutral, tones and colours, without the flattening of its backdrop. */
export function litReading(
  shot: Shot,
  view: Pick<ShootRows, 'measures'>,
  settings: LightSettings,
): LitReading | null {
  const measures = view.measures.get(shot.originalHash)?.measures
  if (!measures) return null
  const { backdrop, product } = measures
  const { linear: colour, lightness, share01: share } = backdrop
  const { neutral } = settings
  const gains: Rgb =
    neutral.from === 'gains'
      ? [neutral.red, neutral.green, neutral.blue]
      : neutral.from === 'backdrop'
        ? (neutralGains({ colour, lightness, share }) ?? [1, 1, 1])
        : [1, 1, 1]
  const grade = planGrade(settings, gains)
  const lit = (linear: Rgb): Rgb => {
    const pixel = Float32Array.of(...linear, 1)
    applyGrade(pixel, grade)
    return [pixel[0]!, pixel[1]!, pixel[2]!]
  }
  const [l, a, b] = linearToLab(lit(colour))
  const plain = isPlain(measures)
  const isGrey = neutralGains({ colour, lightness, share }) !== null
  // The product's middle tone was measured as photographed: it is taken as a grey.
  const tone = product?.tone01
  const grey = tone === undefined ? null : toneToLinear(tone)
  return {
    backdropL: plain ? l : null,
    chroma: plain && isGrey ? Math.hypot(a, b) : null,
    productL: grey === null ? null : linearToLab(lit([grey, grey, grey]))[0],
  }
}

/** Linear light of a tone on the sRGB curve, by halving. */
function toneToLinear(tone01: number): number {
  let [low, high] = [0, 1]
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2
    if (linearToSrgb(middle) < tone01) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Readings of the siblings, each under its own settings; products are compared with their like only. */
export const siblingReadings = (shot: Shot, view: ShootRows): readonly LitReading[] => {
  const recipe = recipeOf(view)
  return comparedWith(shot, view).flatMap((other) => {
    const reading = litReading(other, view, stepsOf(other, recipe).light)
    if (!reading) return []
    const isLike = shot.sku !== null && other.sku === shot.sku
    return [isLike ? reading : { ...reading, productL: null }]
  })
}

/** The exposure at which something has a lightness; by halving, for tones do not follow in a straight line. */
export function exposureFor(
  wantedL: number,
  lightnessAt: (exposureEv: number) => number | null,
): number | null {
  let [low, high] = [-3, 3]
  for (let i = 0; i < 16; i++) {
    const middle = (low + high) / 2
    const l = lightnessAt(middle)
    if (l === null) return null
    if (l < wantedL) low = middle
    else high = middle
  }
  return Math.round(((low + high) / 2) * 20) / 20
}

/** The tone on the sRGB curve, 0…1, of a lightness. */
export function toneOfL(lightness: number): number {
  const f = (lightness + 16) / 116
  const y = f > 6 / 29 ? f ** 3 : (f - 16 / 116) / 7.787
  return linearToSrgb(luminance([y, y, y]))
}
