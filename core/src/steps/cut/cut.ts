import { edgeContrast, sharpEdges } from '../../edges'
import type { CutMatte, Matte } from '../../matte'
import { lookAt, spreadProbability, type Finder } from '../../networks'
import {
  boxAbove,
  fitInside,
  fractionsOf,
  gaussianBlur,
  LINEAR,
  linearRaster,
  labOfLinear,
  labRaster,
  pixelsOf,
  planeF32,
  resampleLinear,
  resamplePlane,
  rescaled,
  within01,
  type Box01,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
  type PxBox,
  type Size,
} from '../../raster'
import type { Source } from '../../source'
import { asFloats, measureAlpha } from './alpha'
import { boxOfAlpha } from './boxOfAlpha'
import { modelBackdrop, plateInLinear, type Backdrop } from './backdrop'
import { cleanUp } from './cleanUp'
import { coarseCut, productVotes, STIFF_SMOOTHNESS } from './coarseCut'
import { borderShare, signsOf } from './confidence'
import { findDoubts } from './doubts'
import { classify } from './evidence'
import { layRim, type Rim } from './layRim'
import { countHoles, unsureShare } from './sureness'

/** Longer side of the picture on which the cut is decided, in pixels. */
const WORK_SIDE_PX = 520
/** A product that takes this share of the frame's border leaves the frame: the shot is a detail. */
const DETAIL_BORDER = 0.4
/** From this share on it is cut, and said to touch the border. */
const TOUCHING_BORDER = 0.004
/** A product smaller than this share of the frame is none. */
const SMALLEST_PRODUCT = 0.0015

export interface CutContext {
  readonly finder: Finder
  /** Called between stages; throws to stop. */
  readonly checkpoint: (stage: string) => void
}

/** The product found at the work size; alpha is made of it at whatever scale is needed. */
export interface CoarseProduct {
  readonly kind: 'coarse'
  /** The matte with alpha at one level: the photograph's longer side in pixels. */
  readonly refine: (sidePx: number) => Matte
}

type Uncut = Extract<Matte, { kind: 'uncut' }>

/** Separates the product from its backdrop. Reads the photograph's own pixels, before Light. */
export async function cutPicture(
  source: Source,
  { finder, checkpoint }: CutContext,
): Promise<CoarseProduct | Uncut> {
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
  const classes = classify(smooth, backdrop, contrast, probability)
  checkpoint('evidence')
  const votes = productVotes({ lab, probability, backdrop, classes })
  checkpoint('votes')
  const cutWith = (smoothness?: number): PlaneU8 => {
    const found = coarseCut(votes, contrast, smoothness)
    cleanUp(found, probability, classes)
    checkpoint('cut')
    return found
  }
  const labels = cutWith()
  const border = borderShare(size, (i) => labels.data[i] === 1)
  if (border > DETAIL_BORDER) return { kind: 'uncut', reason: 'runs-out-of-frame' }
  const box = boxAbove(labels, 0)
  if (!box || sum(labels.data) < SMALLEST_PRODUCT * size.width * size.height)
    return { kind: 'uncut', reason: 'no-product' }
  const holes = countHoles(labels)
  const stiff = cutWith(STIFF_SMOOTHNESS)
  const signs = signsOf({ labels, stiff, holes, probability, expectedIou })
  const found: Found = {
    unsure: unsureShare(labels, contrast),
    holes,
    signs,
    doubts: findDoubts(labels, stiff, contrast),
    repairs: 0,
    touchesBorder: border > TOUCHING_BORDER,
  }
  const room = areaAround(fractionsOf(box, labels), size)
  const rim = layRim(source, lab, { labels, probability }, fractionsOf(room, size))
  checkpoint('rim')
  const coarse: Coarse = { rim, area: fractionsOf(box, labels), backdrop, found }
  return { kind: 'coarse', refine: (sidePx) => refine(source, coarse, sidePx) }
}

interface Coarse {
  readonly rim: Rim
  /** Where the product lies. */
  readonly area: Box01
  readonly backdrop: Backdrop
  readonly found: Found
}

/** What is said of a cut. */
type Found = Omit<CutMatte, 'kind' | 'box' | 'alphas'>

function refine(
  source: Source,
  { rim, area: where, backdrop, found }: Coarse,
  side: number,
): Matte {
  const scaled = fitInside(source.size, side)
  const area = areaAround(where, scaled)
  const size = { width: area.width, height: area.height }
  const part = (of: Size): PxBox => rescaled(area, scaled, of)
  const picture = source.sample(part(source.size), size, LINEAR)
  const inRim = within01(fractionsOf(area, scaled), rim.area)
  const inside = resamplePlane(
    asFloats(rim.labels),
    pixelsOf(inRim, rim.labels),
    planeF32(size),
    LINEAR,
  )
  const small = plateInLinear(backdrop)
  const plate = resampleLinear(small, part(small), linearRaster(size), LINEAR)
  const plane = measureAlpha({ picture, inside, plate, sidePx: side })
  const inArea = boxOfAlpha(plane)
  if (!inArea) return { kind: 'uncut', reason: 'no-product' }
  return {
    kind: 'cut',
    box: fractionsOf({ ...inArea, x: inArea.x + area.x, y: inArea.y + area.y }, scaled),
    ...found,
    alphas: [{ sidePx: side, area: fractionsOf(area, scaled), plane }],
  }
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
