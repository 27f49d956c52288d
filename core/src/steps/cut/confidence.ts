import type { CutSigns } from '../../matte'
import { components, planeU8, type LabPicture, type PlaneU8, type Size } from '../../raster'
import { distanceFromPlate, type Backdrop } from './backdrop'
import { TIGHT } from './evidence'

export interface CutLabels {
  /** The cut: 1 for product. */
  readonly labels: PlaneU8
  /** The same under a much greater smoothness. */
  readonly stiff: PlaneU8
  readonly holes: number
  /** The picture, blurred a little. */
  readonly smooth: LabPicture
  readonly backdrop: Backdrop
}

export function signsOf({ labels, stiff, holes, smooth, backdrop }: CutLabels): CutSigns {
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
    explained01: borderShare(labels, (i) => distanceFromPlate(backdrop, smooth.data, i) < TIGHT),
    holes,
  }
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

/** Keeps the logarithm of a share from running off. */
const MIN_SHARE = 0.0005

/**
 * A logistic regression on the logarithms of the signs, fitted on 120 composites and four rendered scenes
 * against the truth (`training/judge.mjs`); checked by leaving eighths out.
 */
const INTERCEPT = -6.52
const WEIGHTS = { moved: -0.966, raggedness: -1.2, explained: 1.99, holes: -0.576 }

/**
 * The chance, 0…1, that a cut is good: at least 0.97 of it and the truth in common, and no wrong region of
 * more than half a per cent of the product.
 */
export function confidenceOf({ moved, raggedness, explained01, holes }: CutSigns): number {
  const sum =
    INTERCEPT +
    WEIGHTS.moved * Math.log(moved + MIN_SHARE) +
    WEIGHTS.raggedness * Math.log(raggedness) +
    WEIGHTS.explained * explained01 +
    WEIGHTS.holes * Math.log(1 + holes)
  return 1 / (1 + Math.exp(-sum))
}
