import { edgeContrast, sharpEdges } from '../../edges'
import {
  fitInside,
  fractionsOf,
  labOfLinear,
  LINEAR,
  pixelsOf,
  planeF32,
  planeU8,
  resamplePlane,
  squaredDistance,
  WHOLE_01,
  type Box01,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../../raster'
import type { Source } from '../../source'
import { linkCosts } from './coarseCut'
import { colourVote, fitColours, type Colours } from './colours'
import { minimumCut } from './gridCut'

// Composites are too small for this step: its weights were set by reason, and looked at on eight rendered
// scenes and the demo shoot, by which the share of a thin product was chosen.

/** Longer side of the photograph at which the outline is laid, in pixels. */
const FINE_SIDE_PX = 1040
/** A photograph must be this much larger than the coarse cut for it to be worth while. */
const MIN_FINER = 1.2
/** Half width of the band in which the outline may move, in pixels. */
const BAND_PX = 4
/** Beyond the band the cut stands, whatever colours say, in nats. */
const HELD = 40
/** What the coarse cut says within the band, where it is sure. */
const COARSE_VOTE = 1.5
const SMOOTHNESS = 3
/** Distance from the outline, in pixels of the coarse cut, from which pixels show pure colours. */
const PURE_PX = 2
/** A product of which less than this lies so deep is thin all over. */
const THIN_SHARE = 0.5
/** Backdrop counts within this share of the longer side about the product. */
const NEARBY = 0.06
interface Coarse {
  /** 1 for product. */
  readonly labels: PlaneU8
  /** Of product, 0…1. */
  readonly probability: PlaneF32
}

export interface Rim {
  /** 1 for product, of a part of the photograph. */
  readonly labels: PlaneU8
  readonly area: Box01
}

/**
 * Lays the outline of a coarse cut anew at twice its scale, in a narrow band along it, by the colours on both
 * of its sides. Where the photograph is hardly larger, or the product is thin all over, so that its own colours
 * are not known, the cut stands as it is.
 *
 * @param lab the picture of the coarse cut.
 * @param area the part of the photograph in which the product lies, with room for the band.
 * Source: Lombaert, Sun, Grady & Xu 2005, A multilevel banded graph cuts method for fast image segmentation.
 */
export function layRim(
  source: Source,
  lab: LabPicture,
  { labels: coarse, probability }: Coarse,
  area: Box01,
): Rim {
  const scaled = fitInside(source.size, FINE_SIDE_PX)
  const asItIs: Rim = { labels: coarse, area: WHOLE_01 }
  if (scaled.width < coarse.width * MIN_FINER) return asItIs
  const colours = coloursBeside(lab, coarse)
  if (!colours) return asItIs
  const inPx = pixelsOf(area, scaled)
  const x = Math.floor(inPx.x)
  const y = Math.floor(inPx.y)
  const size = {
    width: Math.min(scaled.width, Math.ceil(inPx.x + inPx.width)) - x,
    height: Math.min(scaled.height, Math.ceil(inPx.y + inPx.height)) - y,
  }
  const exact = fractionsOf({ x, y, ...size }, scaled)
  const fine = labOfLinear(source.sample(pixelsOf(exact, source.size), size, LINEAR))
  const partOf = (plane: PlaneU8 | PlaneF32): PlaneF32 =>
    resamplePlane(plane, pixelsOf(exact, plane), planeF32(size), LINEAR)
  const soft = partOf(planeF32(coarse, Float32Array.from(coarse.data)))
  const contrast = edgeContrast(sharpEdges(fine), partOf(probability))
  const labels = planeU8(size)
  minimumCut(bandVotes(fine, soft, colours), linkCosts(contrast, SMOOTHNESS), labels)
  return { labels, area: exact }
}

/** Pure colours of the product and of the backdrop near it; null of a product that is thin all over. */
function coloursBeside(lab: LabPicture, coarse: PlaneU8): Colours | null {
  const outside = planeU8(
    coarse,
    coarse.data.map((inside) => 1 - inside),
  )
  const toBackdrop = squaredDistance(outside)
  const toProduct = squaredDistance(coarse)
  const pure = PURE_PX * PURE_PX
  const near = (NEARBY * Math.max(lab.width, lab.height)) ** 2
  let product = 0
  let deep = 0
  for (let i = 0; i < coarse.data.length; i++) {
    product += coarse.data[i]!
    if (toBackdrop.data[i]! > pure) deep++
  }
  if (deep < THIN_SHARE * product) return null
  const isProduct = (i: number): boolean => toBackdrop.data[i]! > pure
  const isBackdrop = (i: number): boolean => toProduct.data[i]! > pure && toProduct.data[i]! < near
  return fitColours(lab, isProduct, isBackdrop)
}

function bandVotes(fine: LabPicture, soft: PlaneF32, colours: Colours): PlaneF32 {
  const inside = planeU8(soft)
  for (let i = 0; i < inside.data.length; i++) inside.data[i] = soft.data[i]! > 0.5 ? 1 : 0
  const outside = planeU8(
    inside,
    inside.data.map((value) => 1 - value),
  )
  const toProduct = squaredDistance(inside)
  const toBackdrop = squaredDistance(outside)
  const reach = BAND_PX * BAND_PX
  const votes = planeF32(soft)
  for (let i = 0; i < votes.data.length; i++) {
    if (toProduct.data[i]! > reach) votes.data[i] = -HELD
    else if (toBackdrop.data[i]! > reach) votes.data[i] = HELD
    else votes.data[i] = colourVote(colours, fine, i) + COARSE_VOTE * (2 * soft.data[i]! - 1)
  }
  return votes
}
