import {
  components,
  labOfLinear,
  planeU8,
  squaredDistance,
  type LinearRgba,
  type PlaneU8,
} from '@cloudbank/core/raster'
import { deviation } from './scorecard'

/** L* up to which a thing is black, and from which it is white. */
const BLACK_L = 30
const WHITE_L = 75
/** The backdrop near the product reaches this far from it, as a share of the longer side. */
const NEAR = 0.06
/** Scatter of the backdrop's L* there from which it is patterned: by cloth, boards, shadows or things. */
const PATTERNED_L = 9
/** Mean half width of the product, as a share of the longer side, up to which it is thin. */
const THIN = 0.012
/** Smallest second piece, and smallest hole, as shares of the product. */
const PIECE = 0.03
const HOLE = 0.004

/** Kinds of photographs that are hard to cut, each for a reason of its own. */
export const KINDS = [
  'black on black',
  'white on white',
  'patterned backdrop',
  'thin things',
  'several pieces',
  'with gaps',
  'leaves the frame',
] as const
export type Kind = (typeof KINDS)[number]

/**
 * The kinds that a photograph is of, read from its pixels and its true alpha.
 *
 * @param picture in linear light, of the truth's size.
 * @param truth 0…255.
 */
export function kindsOf(picture: LinearRgba, truth: PlaneU8): Kind[] {
  const { width, height } = truth
  const inside = planeU8(
    truth,
    truth.data.map((alpha) => (alpha > 127 ? 1 : 0)),
  )
  const outside = planeU8(
    truth,
    inside.data.map((is) => 1 - is),
  )
  const reach = (NEAR * Math.max(width, height)) ** 2
  const away = squaredDistance(inside)
  const depth = squaredDistance(outside)
  const lab = labOfLinear(picture)
  const lightness = (is: (i: number) => boolean): number[] =>
    [...inside.data.keys()].filter(is).map((i) => lab.data[i * 3]!)
  const product = lightness((i) => inside.data[i] === 1)
  const near = lightness((i) => inside.data[i] === 0 && away.data[i]! < reach)
  if (product.length === 0 || near.length === 0) return []
  const pieces = components(inside, true).list.filter(({ area }) => area > PIECE * product.length)
  const holes = components(outside).list.filter(
    ({ area, touchesBorder }) => !touchesBorder && area > HOLE * product.length,
  )
  const isThin =
    mean([...depth.data].filter((d) => d > 0).map(Math.sqrt)) < THIN * Math.max(width, height)
  const is: Readonly<Record<Kind, boolean>> = {
    'black on black': mean(product) < BLACK_L && mean(near) < BLACK_L,
    'white on white': mean(product) > WHITE_L && mean(near) > WHITE_L,
    'patterned backdrop': deviation(near) > PATTERNED_L,
    'thin things': isThin,
    'several pieces': pieces.length > 1,
    'with gaps': holes.length > 0,
    'leaves the frame': pieces.some(({ touchesBorder }) => touchesBorder),
  }
  return KINDS.filter((kind) => is[kind])
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length
