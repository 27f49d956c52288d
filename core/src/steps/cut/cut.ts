import { edgeContrast, sharpEdges } from '../../edges'
import { baseSide, type Alpha, type Matte } from '../../matte'
import { lookAt, spreadProbability, type EdgeFinder, type Finder } from '../../networks'
import {
  boxAbove,
  fitInside,
  fractionsOf,
  gaussianBlur,
  LINEAR,
  labOfLinear,
  labRaster,
  pixelsOf,
  planeF32,
  planeU8,
  resamplePlane,
  WHOLE_01,
  wholeOf,
  within01,
  type Box01,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
  type PxBox,
  type Size,
} from '../../raster'
import type { Source } from '../../source'
import { modelBackdrop } from './backdrop'
import { productBox } from './boxOfAlpha'
import { dropStrayPieces } from './strayPieces'
import { coarseCut, productVotes, STIFF_SMOOTHNESS } from './coarseCut'
import { borderShare, signsOf } from './confidence'
import { findDoubts } from './doubts'
import { classify } from './evidence'
import { layOutline } from './layOutline'
import { countHoles, unsureShare } from './sureness'

/** Longer side of the picture on which the cut is decided, in pixels. */
const WORK_SIDE_PX = 520
/** A product that takes this share of the frame's border leaves the frame: the shot is a detail … */
const DETAIL_BORDER = 0.4
/**
 * … which is left whole where the finder expects less of its own map. Of twelve details of composites the ten above it are
 * cut at 0.96 or more, the two below at 0.66 and 0.91.
 */
const SURE_OF_DETAIL = 0.9
/** From this share on it is cut, and said to touch the border. */
const TOUCHING_BORDER = 0.004
/** A product smaller than this share of the frame is none. */
const SMALLEST_PRODUCT = 0.0015

/** Blur of the coarse cut by which its outline is soft, as the network that draws it expects, in its pixels. */
const SOFTNESS_PX = 0.7
/** How far the outline may lie from where the labels are soft, as a share of the longer side. */
const REACH_OF_LABELS = 8 / 1600
/** The same of an outline that was drawn more coarsely. */
const REACH_OF_OUTLINE = 4 / 1600
/** Longer side from which on the outline is only enlarged: the network has seen none so much finer than its map. */
const FINEST_SIDE_PX = 2400

export interface CutContext {
  readonly finder: Finder
  readonly edge: EdgeFinder
  /** Called between stages; throws to stop. */
  readonly checkpoint: (stage: string) => void
}

/**
 * Separates the product from its backdrop: the matte at the base level. Reads the photograph's own pixels, before
 * Light.
 */
export async function cutPicture(source: Source, context: CutContext): Promise<Matte> {
  const { finder, checkpoint } = context
  const work = source.reduced(WORK_SIDE_PX)
  const { width, height } = work
  const size = { width, height }
  checkpoint('reduce')
  const lab = labOfLinear(work)
  const smooth = softened(lab)
  const edges = sharpEdges(lab)
  checkpoint('edges')
  const { map, expectedIou } = await lookAt(source, finder)
  checkpoint('finder')
  const probability = spreadProbability(map, size)
  const contrast = edgeContrast(edges, probability)
  const backdrop = modelBackdrop(lab, probability)
  checkpoint('backdrop')
  const { classes, patches } = classify(smooth, backdrop, contrast, probability)
  checkpoint('evidence')
  const votes = productVotes({ lab, probability, backdrop, classes })
  checkpoint('votes')
  const cutWith = (smoothness?: number): PlaneU8 => {
    const found = coarseCut(votes, contrast, smoothness)
    dropStrayPieces(found, probability)
    checkpoint('cut')
    return found
  }
  const labels = cutWith()
  const border = borderShare(size, (i) => labels.data[i] === 1)
  const isDetail = border > DETAIL_BORDER
  if (isDetail && expectedIou < SURE_OF_DETAIL)
    return { kind: 'uncut', reason: 'runs-out-of-frame' }
  const box = boxAbove(labels, 0)
  if (!box || sum(labels.data) < SMALLEST_PRODUCT * size.width * size.height)
    return { kind: 'uncut', reason: 'no-product' }
  const holes = countHoles(labels)
  const stiff = cutWith(STIFF_SMOOTHNESS)
  const signs = signsOf({ labels, stiff, holes, probability, expectedIou })
  const soft = gaussianBlur(
    planeF32(labels, Float32Array.from(labels.data)),
    SOFTNESS_PX,
    planeF32(labels),
  )
  const about: SoftCut = {
    plane: soft,
    area: WHOLE_01,
    box: fractionsOf(box, labels),
    reach: REACH_OF_LABELS,
  }
  const alpha = await outlineAt(source, about, baseSide(source.size), context)
  const box01 = productBox(alpha)
  if (!box01) return { kind: 'uncut', reason: 'no-product' }
  return {
    kind: 'cut',
    box: box01,
    unsure: unsureShare(labels, contrast),
    holes,
    signs,
    doubts: findDoubts({ labels, stiff, contrast, votes, patches }),
    repairs: 0,
    atBorder: isDetail ? 'runs out' : border > TOUCHING_BORDER ? 'touches' : 'clear',
    alphas: [alpha],
  }
}

/**
 * Alpha at a finer level than one that is there.
 *
 * @param sidePx the photograph's longer side at that level.
 */
export function finerAlpha(
  source: Source,
  coarse: Alpha,
  sidePx: number,
  context: Omit<CutContext, 'finder'>,
): Promise<Alpha> {
  const plane = planeF32(coarse.plane)
  for (let i = 0; i < plane.data.length; i++) plane.data[i] = coarse.plane.data[i]! / 255
  const { area } = coarse
  return outlineAt(source, { plane, area, box: area, reach: REACH_OF_OUTLINE }, sidePx, context)
}

/** About where the product is, 0…1, soft along its outline. */
interface SoftCut {
  readonly plane: PlaneF32
  /** The part of the photograph that it covers; beyond it there is no product. */
  readonly area: Box01
  /** Where in the photograph the product lies. */
  readonly box: Box01
  /** How far from where it is soft the outline may lie, as a share of the photograph's longer side. */
  readonly reach: number
}

async function outlineAt(
  source: Source,
  about: SoftCut,
  sidePx: number,
  { edge, checkpoint }: Omit<CutContext, 'finder'>,
): Promise<Alpha> {
  const scaled = fitInside(source.size, sidePx)
  const inPx = areaAround(about.box, scaled)
  const area = fractionsOf(inPx, scaled)
  const times = Math.min(1, FINEST_SIDE_PX / sidePx)
  const size = { width: Math.ceil(inPx.width * times), height: Math.ceil(inPx.height * times) }
  const covered = pixelsOf(within01(area, about.area), about.plane)
  const outline = await layOutline({
    picture: source.sample(pixelsOf(area, source.size), size, LINEAR),
    coarse: resamplePlane(about.plane, covered, planeF32(size), LINEAR),
    reachPx: Math.ceil(about.reach * sidePx * times),
    edge,
    checkpoint: () => checkpoint('outline'),
  })
  const plane = planeU8(inPx)
  const { data } =
    times === 1 ? outline : resamplePlane(outline, wholeOf(outline), planeF32(inPx), LINEAR)
  for (let i = 0; i < data.length; i++) plane.data[i] = Math.round(255 * data[i]!)
  return { sidePx, area, plane }
}

/** The box with room for the band of mixed pixels, in whole pixels of the scaled photograph. */
function areaAround(box01: Box01, scaled: Size): PxBox {
  const margin = Math.ceil(0.015 * Math.max(scaled.width, scaled.height))
  const box = pixelsOf(box01, scaled)
  const x = Math.max(0, Math.floor(box.x) - margin)
  const y = Math.max(0, Math.floor(box.y) - margin)
  const right = Math.min(scaled.width, Math.ceil(box.x + box.width) + margin)
  const bottom = Math.min(scaled.height, Math.ceil(box.y + box.height) + margin)
  return { x, y, width: right - x, height: bottom - y }
}

const sum = (values: Uint8Array): number => values.reduce((total, value) => total + value, 0)

function softened(lab: LabPicture): LabPicture {
  const result = labRaster(lab)
  const plane: PlaneF32 = planeF32(lab)
  for (let c = 0; c < 3; c++) {
    for (let i = 0; i < plane.data.length; i++) plane.data[i] = lab.data[i * 3 + c]!
    gaussianBlur(plane, 1, plane)
    for (let i = 0; i < plane.data.length; i++) result.data[i * 3 + c] = plane.data[i]!
  }
  return result
}
