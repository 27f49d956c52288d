import { defineNote } from '../../memory'
import { alphaOver, type CutMatte } from '../../matte'
import {
  linearRaster,
  luminance,
  planeF32,
  planeU8,
  softenInterleaved,
  softenPlane,
  squaredDistance,
  type LinearRgba,
  type PlaneF32,
} from '../../raster'
import type { Source } from '../../source'

/** Longer side at which the clean backdrop is worked out, in pixels: it is smooth. */
const SIDE_PX = 400
/** What is finer than this share of the longer side is no part of it. */
const SPREAD = 0.02
/** About the product this much of the longer side may be mixed with it. */
const RIM = 0.008
/** Rounds in which the backdrop and what lies on it are told apart. */
const ROUNDS = 4
/** What is this many times the usual spread off the backdrop lies on it. */
const OFF = 2.5
/** What still is this far off once it is averaged over so much of the longer side is no dirt, but a shadow or a fold. */
const STRUCTURE = { spread: 0.008, from: 2, to: 5 } as const
const MIN_SPREAD = 0.0015

/** The photographed backdrop as it would be without dirt. */
export interface Plate {
  /** Linear light over the whole photograph. */
  readonly clean: LinearRgba
  /** How far it may take the place of the backdrop, 0…1: not where a shadow or a fold lies. */
  readonly bare: PlaneF32
  /** Squared distance from the product, in pixels of the plate; everywhere far where there is none. */
  readonly distance: PlaneF32 | null
}

const PLATE = defineNote<Plate>('plate')

/**
 * A low-frequency fit of the backdrop without the product and without what lies on it: a mean over a
 * neighbourhood in which what is far off counts for nothing, round by round (Huber 1981, Robust statistics).
 */
export function plateOf(source: Source, matte: CutMatte | null): Plate {
  return source.memory.of(matte ?? source, PLATE, () => madePlate(source, matte))
}

function madePlate(source: Source, matte: CutMatte | null): Plate {
  const picture = source.reduced(SIDE_PX)
  const { width, height } = picture
  const longer = Math.max(width, height)
  const distance = matte && distanceFrom(matte, picture)
  const weight = new Float32Array(width * height)
  const rim = (RIM * longer) ** 2
  const isBackdrop = (i: number): boolean => !distance || distance.data[i]! > rim
  for (let i = 0; i < weight.length; i++) weight[i] = isBackdrop(i) ? 1 : 0
  const light = lightOf(picture)
  let clean = meanOf(picture, weight, SPREAD * longer)
  let spread = MIN_SPREAD
  for (let round = 0; round < ROUNDS; round++) {
    const off = differences(light, lightOf(clean))
    spread = Math.max(MIN_SPREAD, usual(off, isBackdrop))
    for (let i = 0; i < weight.length; i++)
      weight[i] = isBackdrop(i) && Math.abs(off[i]!) < OFF * spread ? 1 : 0
    clean = meanOf(picture, weight, SPREAD * longer)
  }
  const structure = planeF32(picture, differences(light, lightOf(clean)))
  softenPlane(structure, STRUCTURE.spread * longer, new Float32Array(weight.length))
  const bare = planeF32(picture)
  for (let i = 0; i < weight.length; i++) {
    const off = Math.abs(structure.data[i]!) / spread
    bare.data[i] = Math.min(1, Math.max(0, (STRUCTURE.to - off) / (STRUCTURE.to - STRUCTURE.from)))
  }
  return { clean, bare, distance }
}

function distanceFrom(matte: CutMatte, picture: LinearRgba): PlaneF32 {
  const alpha = alphaOver(matte.alphas[0], picture)
  return squaredDistance(
    planeU8(
      picture,
      Uint8Array.from(alpha.data, (a) => (a > 0.02 ? 1 : 0)),
    ),
  )
}

/** Light about as the eye takes it. */
function lightOf({ data }: LinearRgba): Float32Array {
  const light = new Float32Array(data.length / 4)
  for (let i = 0, p = 0; i < light.length; i++, p += 4)
    light[i] = Math.sqrt(Math.max(0, luminance([data[p]!, data[p + 1]!, data[p + 2]!])))
  return light
}

const differences = (a: Float32Array, b: Float32Array): Float32Array =>
  a.map((value, i) => value - b[i]!)

/** The spread that most of the backdrop keeps within. */
function usual(off: Float32Array, isBackdrop: (i: number) => boolean): number {
  const sizes = off.filter((_, i) => isBackdrop(i)).map(Math.abs)
  sizes.sort()
  return 1.4826 * (sizes[sizes.length >> 1] ?? 0)
}

/** The weighted mean of what is round each pixel; where nothing counts, of what is round that. */
function meanOf(picture: LinearRgba, weight: Float32Array, spreadPx: number): LinearRgba {
  const { width, height, data } = picture
  const sum = linearRaster(picture)
  for (let i = 0; i < weight.length; i++) {
    // A trace of everything, so that there is a value everywhere.
    const w = weight[i]! + 1e-4
    for (let c = 0; c < 3; c++) sum.data[i * 4 + c] = data[i * 4 + c]! * w
    sum.data[i * 4 + 3] = w
  }
  softenInterleaved(
    sum.data,
    width,
    height,
    4,
    Math.max(1, spreadPx),
    new Float32Array(data.length),
  )
  for (let p = 0; p < data.length; p += 4) {
    const w = sum.data[p + 3]!
    for (let c = 0; c < 3; c++) sum.data[p + c]! /= w
    sum.data[p + 3] = 1
  }
  return sum
}
