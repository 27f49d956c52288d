import {
  components,
  linearRaster,
  planeU8,
  squaredDistance,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
} from '../../../raster'
import { pullPush } from '../inpaint'

/** Longer side of the photograph on which a backdrop is spread: plain ones are smooth. */
export const PAPER_SIDE_PX = 400
/** Pixels about product and strokes that are left out: they are mixed. */
const MIXED_PX = 2
/** Width of the ring in which the backdrop is foretold where it is known, as a share of the longer side. */
const RING = 0.03
/** The farthest from the strokes at which a ring says something of what is behind them, as such a share. */
const FARTHEST = 0.15
/** The fewest pixels that tell whether a backdrop can be foretold. */
const MIN_RING_PX = 60
/** The error, in square roots of linear light, up to which a backdrop is plain: papers are 0.022 off at most. */
const PLAIN = 0.025

/** The bare backdrop behind what is see-through, and where the photograph shows it bare. */
export interface Paper {
  /** At the size of the photograph that it was read from, in linear light. */
  readonly plate: LinearRgba
  /** 1 in the ring about the strokes in which the backdrop is seen, 0 elsewhere. */
  readonly ring: PlaneU8
  /** How far from the strokes the ring goes, as a share of the longer side. */
  readonly reach01: number
}

/**
 * The backdrop behind what is said to be see-through, spread from its surroundings; null where it can't be known: where
 * what is seen of it about the strokes isn't what the rest of it foretells, or nothing of it is seen.
 *
 * @param picture the whole photograph, in linear light, `PAPER_SIDE_PX` on its longer side.
 * @param solid what is product, above 0.
 * @param share what is said to be see-through, above 0.
 */
export function paperBehind(picture: LinearRgba, solid: PlaneF32, share: PlaneF32): Paper | null {
  const veiled = planeU8(picture)
  const covered = planeU8(picture)
  for (let i = 0; i < veiled.data.length; i++) {
    veiled.data[i] = share.data[i]! > 0 ? 1 : 0
    covered.data[i] = veiled.data[i]! || solid.data[i]! > 0 ? 1 : 0
  }
  const fromVeiled = squaredDistance(veiled)
  const bare = bareBeyond(covered)
  return (
    paperFrom(picture, bare, fromVeiled) ??
    // Glass that was taken for backdrop stands out from what lies farther away.
    paperFrom(picture, asFarAway(picture, bare, fromVeiled), fromVeiled)
  )
}

/** Where the backdrop is bare; what is enclosed by product and strokes may be glass that no stroke went over. */
function bareBeyond(covered: PlaneU8): PlaneU8 {
  const fromCovered = squaredDistance(covered)
  const bare = planeU8(covered)
  for (let i = 0; i < bare.data.length; i++)
    bare.data[i] = fromCovered.data[i]! > MIXED_PX ** 2 ? 1 : 0
  const { labels, list } = components(bare)
  for (let i = 0; i < bare.data.length; i++)
    if (bare.data[i] && !list[labels[i]! - 1]!.touchesBorder) bare.data[i] = 0
  return bare
}

/** Those of the bare pixels that look as the backdrop far away foretells. */
function asFarAway(picture: LinearRgba, bare: PlaneU8, fromVeiled: PlaneF32): PlaneU8 {
  const far2 = (FARTHEST * Math.max(picture.width, picture.height)) ** 2
  const far = planeU8(picture)
  for (let i = 0; i < far.data.length; i++)
    far.data[i] = bare.data[i] && fromVeiled.data[i]! > far2 ? 1 : 0
  const foretold = spread(picture, far)
  const alike = planeU8(picture)
  for (let i = 0; i < alike.data.length; i++)
    alike.data[i] = bare.data[i] && stepAt(picture, foretold, i) <= 2 * PLAIN ? 1 : 0
  return alike
}

function paperFrom(picture: LinearRgba, bare: PlaneU8, fromVeiled: PlaneF32): Paper | null {
  const side = Math.max(picture.width, picture.height)
  // A pane in a frame has its paper beyond the frame.
  const apart = fromVeiled.data.filter((_, i) => bare.data[i] === 1).sort()
  const reach01 = Math.sqrt(apart[MIN_RING_PX] ?? Infinity) / side + RING
  if (reach01 > FARTHEST) return null
  const ring = planeU8(picture)
  const beyond = planeU8(picture, bare.data.slice())
  for (let i = 0; i < ring.data.length; i++) {
    if (!bare.data[i] || fromVeiled.data[i]! > (reach01 * side) ** 2) continue
    ring.data[i] = 1
    beyond.data[i] = 0
  }
  const error = paperError(picture, spread(picture, beyond), ring)
  if (error === null || error > PLAIN) return null
  return { plate: spread(picture, bare), ring, reach01 }
}

/** A picture's pixels in a mask, spread over all others. */
function spread(picture: LinearRgba, from: PlaneU8): LinearRgba {
  const { width, height, data } = picture
  return linearRaster(picture, pullPush(data, Float32Array.from(from.data), width, height, 4))
}

/** How far two pixels are apart: the largest step of a channel, in square roots of linear light. */
function stepAt(a: LinearRgba, b: LinearRgba, i: number): number {
  let most = 0
  for (let c = i * 4; c < i * 4 + 3; c++)
    most = Math.max(most, Math.abs(Math.sqrt(a.data[c]!) - Math.sqrt(Math.max(0, b.data[c]!))))
  return most
}

/**
 * How far a backdrop is from what was foretold of it within a ring: the median of the steps, in square roots of linear
 * light; null where the ring has too few pixels.
 */
export function paperError(
  picture: LinearRgba,
  plate: LinearRgba,
  ring: { readonly data: ArrayLike<number> },
): number | null {
  const steps = new Float32Array(ring.data.length)
  let count = 0
  for (let i = 0; i < ring.data.length; i++) {
    if (ring.data[i]! < 0.99) continue
    steps[count++] = stepAt(picture, plate, i)
  }
  return count < MIN_RING_PX ? null : steps.subarray(0, count).sort()[count >> 1]!
}
