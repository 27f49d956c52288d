import { CARD, markCards } from '../../cards'
import { barriers, edgeContrast, sharpEdges } from '../../edges'
import { defineFact } from '../../facts'
import { alphaOver, type CutMatte } from '../../matte'
import {
  labOfLinear,
  labToLinear,
  LINEAR,
  linearRaster,
  luminance,
  planeF32,
  planeU8,
  resampleLinear,
  softenPlane,
  squaredDistance,
  wholeOf,
  type LabPicture,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type Rgb,
} from '../../raster'
import type { Source } from '../../source'
import { fitTrend } from '../cut/trend'
import { pullPush } from '../cut/inpaint'
import { shadowOfProduct } from './shadowOfProduct'

/** Longer side at which a shadow is lifted, in pixels. */
const SIDE_PX = 520
/** Longer side at which the bare backdrop is told, in pixels: it is smooth. */
const PLATE_SIDE_PX = 160
/** About the product this much of the longer side may be mixed with it. */
const RIM = 0.006
/** On a backdrop of less light than this, relative to white, darkness is noise. */
const MIN_LIGHT = 0.03
/** Rounds in which the bare backdrop and what is none are told apart. */
const ROUNDS = 6
/** What is this much darker or brighter than the bare backdrop is left out, in its usual spread … */
const DARKER = 1.5
const BRIGHTER = 3
/** … which is at least this, in L*. */
const MIN_SPREAD = 0.5
/** Texture of the backdrop is averaged over this share of the longer side. */
const TEXTURE = 0.003

/** What a photograph's own backdrop gives to a new ground. */
export interface OwnBackdrop {
  /** Darkness, 0…1, of the product's shadow over the whole photograph; null where what is dark there is no shadow of it. */
  readonly shadow: PlaneF32 | null
  /** The backdrop's colour in linear light, without shade. */
  readonly colour: Rgb
}

/** What the photograph's own backdrop gives to a new ground, worked out once it is asked for; null without a cut. */
export const OWN_BACKDROP = defineFact<(() => OwnBackdrop) | null>('own backdrop', null)

/**
 * Lifts the product's shadow off the backdrop: how much darker it is than the bare backdrop would be there,
 * without the backdrop's texture and dirt. Under the product the shadow goes on, so that no bright rim is seen.
 */
export function ownBackdrop(source: Source, matte: CutMatte): OwnBackdrop {
  const picture = source.reduced(SIDE_PX)
  const alpha = alphaOver(matte.alphas[0], picture)
  // Near the product pixels are mixed with it: neither are they bare.
  const rim = RIM * Math.max(picture.width, picture.height)
  const solid = planeU8(
    picture,
    Uint8Array.from(alpha.data, (a) => (a > 0.02 ? 1 : 0)),
  )
  const near = squaredDistance(solid)
  const covered = (i: number): boolean => near.data[i]! <= rim * rim
  const small = source.reduced(PLATE_SIDE_PX)
  const lab = labOfLinear(small)
  const plate = barePlate(lab, (i) => {
    const x = Math.floor((((i % lab.width) + 0.5) * picture.width) / lab.width)
    const y = Math.floor(((Math.floor(i / lab.width) + 0.5) * picture.height) / lab.height)
    return covered(y * picture.width + x)
  })
  const bare = linearRaster(lab)
  for (let i = 0; i < lab.width * lab.height; i++)
    bare.data.set([...labToLinear([plate[i * 3]!, plate[i * 3 + 1]!, plate[i * 3 + 2]!]), 1], i * 4)
  const dark = darkness(picture, resampleLinear(bare, wholeOf(bare), linearRaster(picture), LINEAR))
  const known = Float32Array.from(dark.data, (_, i) => (covered(i) ? 0 : 1))
  const cards = cardsIn(picture, alpha)
  for (let i = 0; i < dark.data.length; i++) if (cards.data[i] !== CARD.none) dark.data[i] = 0
  const filled = planeF32(picture, pullPush(dark.data, known, picture.width, picture.height, 1))
  const radius = TEXTURE * Math.max(picture.width, picture.height)
  softenPlane(filled, radius, new Float32Array(filled.data.length))
  const colour = colourOf(plate)
  const isDark = luminance(colour) < MIN_LIGHT
  return { shadow: isDark ? null : shadowOfProduct(filled, near, rim), colour }
}

/** Grey cards beside the product, and the room for their holders. */
function cardsIn(picture: LinearRgba, alpha: PlaneF32): PlaneU8 {
  const lab = labOfLinear(picture)
  const { sharp } = edgeContrast(sharpEdges(lab), alpha)
  const barrier = barriers(sharp, Math.max(picture.width, picture.height))
  // An even, rectangular product is no card.
  for (let i = 0; i < alpha.data.length; i++) if (alpha.data[i]! > 0.02) barrier.data[i] = 1
  return markCards(lab, barrier, alpha)
}

/**
 * Lab of the bare backdrop at every pixel: a smooth fall of light that leaves out what is darker than it, for
 * that is shade, dirt or an edge of the paper.
 */
function barePlate(lab: LabPicture, covered: (i: number) => boolean): Float32Array {
  const pixels = lab.width * lab.height
  let known = Float32Array.from({ length: pixels }, (_, i) => (covered(i) ? 0 : 1))
  let plate = fitTrend(lab.data, known, lab, Infinity)
  for (let round = 0; round < ROUNDS; round++) {
    const off = (i: number): number => lab.data[i * 3]! - plate[i * 3]!
    const spread = spreadOf(off, known)
    known = known.map((_, i) => {
      const step = off(i)
      return !covered(i) && step > -DARKER * spread && step < BRIGHTER * spread ? 1 : 0
    })
    plate = fitTrend(lab.data, known, lab, Infinity)
  }
  return plate
}

/** The usual distance from the plate, robustly: 1.48 times the median, at least the noise. */
function spreadOf(off: (i: number) => number, known: Float32Array): number {
  const values: number[] = []
  for (let i = 0; i < known.length; i += 5) if (known[i]) values.push(Math.abs(off(i)))
  values.sort((a, b) => a - b)
  return Math.max(MIN_SPREAD, 1.48 * (values[Math.floor(values.length / 2)] ?? 0))
}

/** How much darker each pixel is than the bare backdrop, 0…1. */
function darkness(picture: LinearRgba, bare: LinearRgba): PlaneF32 {
  const dark = planeF32(picture)
  const lightAt = ({ data }: LinearRgba, p: number): number =>
    luminance([data[p]!, data[p + 1]!, data[p + 2]!])
  for (let i = 0, p = 0; i < dark.data.length; i++, p += 4)
    dark.data[i] = Math.min(
      1,
      Math.max(0, 1 - lightAt(picture, p) / Math.max(1e-4, lightAt(bare, p))),
    )
  return dark
}

/** The median of the bare backdrop, a channel at a time. */
function colourOf(plate: Float32Array): Rgb {
  const middle = (c: number): number => {
    const values = plate.filter((_, i) => i % 3 === c).sort()
    return values[Math.floor(values.length / 2)]!
  }
  return labToLinear([middle(0), middle(1), middle(2)])
}
