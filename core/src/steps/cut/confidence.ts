import type { CutSigns } from '../../matte'
import { components, planeU8, type PlaneF32, type PlaneU8, type Size } from '../../raster'

export interface CutLabels {
  /** The cut: 1 for product. */
  readonly labels: PlaneU8
  /** The same under a much greater smoothness. */
  readonly stiff: PlaneU8
  readonly holes: number
  /** The finder's, of product, 0…1. */
  readonly probability: PlaneF32
  readonly expectedIou: number
}

export function signsOf(cut: CutLabels): CutSigns {
  const { labels, stiff, holes, probability, expectedIou } = cut
  const { width, height } = labels
  const difference = planeU8(labels)
  let area = 0
  let outline = 0
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      difference.data[i] = labels.data[i] === stiff.data[i] ? 0 : 1
      if (!labels.data[i]) continue
      area++
      if (x > 0 && y > 0 && x < width - 1 && y < height - 1 && isRim(labels, i)) outline++
    }
  const product = Math.max(1, area)
  const largest = components(difference, true).list.reduce(
    (most, piece) => Math.max(most, piece.area),
    0,
  )
  return {
    moved: largest / product,
    raggedness: outline / Math.sqrt(product),
    holes,
    expectedIou,
    agreement01: agreementOf(labels, probability),
  }
}

/** Intersection over union of a cut and of what the finder thinks likely. */
function agreementOf(labels: PlaneU8, probability: PlaneF32): number {
  let both = 0
  let either = 0
  for (let i = 0; i < labels.data.length; i++) {
    const likely = probability.data[i]! > 0.5
    if (labels.data[i] && likely) both++
    if (labels.data[i] || likely) either++
  }
  return either === 0 ? 1 : both / either
}

const isRim = ({ width, data }: PlaneU8, i: number): boolean =>
  !(data[i - 1] && data[i + 1] && data[i - width] && data[i + width])

/** Share of the outermost pixels that are as asked. */
export function borderShare({ width, height }: Size, is: (i: number) => boolean): number {
  let found = 0
  for (let x = 0; x < width; x++) {
    if (is(x)) found++
    if (is((height - 1) * width + x)) found++
  }
  for (let y = 1; y < height - 1; y++) {
    if (is(y * width)) found++
    if (is(y * width + width - 1)) found++
  }
  return found / (2 * (width + height) - 4)
}

/** Keep the logarithms of shares from running off. */
const MIN_SHARE = 0.0005
const MIN_MISS = 0.005

/**
 * Regressions on the signs against the truth of twenty real photographs, eight rendered scenes, the demo shoot and two
 * sets of 120 composites, each set with the same weight (`training/judge.mjs`): a logistic one of whether a cut is good,
 * a linear one of the logarithm of what it lacks.
 */
const GOOD: Judge = {
  intercept: -5.11,
  moved: -0.77,
  raggedness: -1.041,
  holes: -0.321,
  expected: -0.075,
  agreement: -0.947,
}
const MISS: Judge = {
  intercept: 0.25,
  moved: 0.296,
  raggedness: 0.065,
  holes: 0.172,
  expected: 0.223,
  agreement: 0.327,
}

/** Weights of the signs. */
interface Judge {
  readonly intercept: number
  readonly moved: number
  readonly raggedness: number
  readonly holes: number
  readonly expected: number
  readonly agreement: number
}

const sumOf = (judge: Judge, signs: CutSigns): number =>
  judge.intercept +
  judge.moved * Math.log(signs.moved + MIN_SHARE) +
  judge.raggedness * Math.log(signs.raggedness) +
  judge.holes * Math.log(1 + signs.holes) +
  judge.expected * Math.log(1 - signs.expectedIou + MIN_MISS) +
  judge.agreement * Math.log(1 - signs.agreement01 + MIN_MISS)

/** The chance, 0…1, that a cut is good: at least 0.95 of it and the truth in common. */
export const confidenceOf = (signs: CutSigns): number => 1 / (1 + Math.exp(-sumOf(GOOD, signs)))

/** About what share of the product, 0…1, is probably wrong: 1 − intersection over union with the truth. */
export const expectedMiss = (signs: CutSigns): number =>
  Math.min(1, Math.max(0, Math.exp(sumOf(MISS, signs)) - MIN_MISS))
