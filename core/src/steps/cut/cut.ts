import {
  boxAbove,
  fitInside,
  gaussianBlur,
  LINEAR,
  linearRaster,
  labOfLinear,
  labRaster,
  planeF32,
  resampleLinear,
  resamplePlane,
  resampleSrgb,
  wholeOf,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
  type Size,
  type SrgbRgba8,
  type Window,
} from '../../raster'
import { asFloats, measureAlpha } from './alpha'
import { modelBackdrop, plateInLinear, type Backdrop } from './backdrop'
import { cleanUp } from './cleanUp'
import { coarseCut } from './coarseCut'
import { classify, edgeContrast, type Contrast } from './evidence'
import { findProduct, type Finder } from './finder'
import { matteSide, type Matte } from './matte'
import { sharpEdges } from './sharpEdges'
import { countHoles, unsureShare } from './sureness'

/** Longer side of the picture on which the cut is decided, in pixels. */
const WORK_SIDE_PX = 520
/** Share of the frame's border that may be product before the shot counts as running out of it. */
const BORDER_SHARE = 0.03
/** A product smaller than this share of the frame is none. */
const SMALLEST_PRODUCT = 0.0015

export interface CutContext {
  readonly finder: Finder
  /** Longer side of the photograph, in pixels, that the largest rendition needs of a product box. */
  readonly neededSidePx: (box: Window) => number
  /** Called between stages; throws to stop. */
  readonly checkpoint: (stage: string) => void
}

/** Separates the product from its backdrop. Reads the photograph's own pixels, before Light. */
export async function cutPicture(picture: SrgbRgba8, context: CutContext): Promise<Matte> {
  const { checkpoint } = context
  const size = fitInside(picture, WORK_SIDE_PX)
  const work = resampleSrgb(picture, wholeOf(picture), linearRaster(size), LINEAR)
  checkpoint('reduce')
  const probability = await findProduct(work, context.finder)
  checkpoint('finder')
  if (borderShare(probability.data, size, 0.5) > BORDER_SHARE)
    return { kind: 'uncut', reason: 'runs-out-of-frame' }
  const lab = labOfLinear(work)
  const edges = sharpEdges(lab)
  checkpoint('edges')
  const backdrop = modelBackdrop(lab, probability)
  checkpoint('backdrop')
  const contrast = edgeContrast(edges, probability)
  const classes = classify(softened(lab), backdrop, contrast, probability)
  checkpoint('evidence')
  const labels = coarseCut({ lab, probability, backdrop, contrast, classes, checkpoint })
  cleanUp(labels, probability, classes)
  checkpoint('cut')
  if (borderShare(labels.data, size, 0) > BORDER_SHARE)
    return { kind: 'uncut', reason: 'runs-out-of-frame' }
  const coarseBox = boxAbove(labels, 0)
  if (!coarseBox || sum(labels.data) < SMALLEST_PRODUCT * size.width * size.height)
    return { kind: 'uncut', reason: 'no-product' }
  const matte = refine(picture, labels, coarseBox, backdrop, contrast, context)
  checkpoint('alpha')
  return matte
}

function refine(
  picture: SrgbRgba8,
  labels: PlaneU8,
  coarseBox: Window,
  backdrop: Backdrop,
  contrast: Contrast,
  context: CutContext,
): Matte {
  const box01 = toFractions(coarseBox, labels)
  const side = matteSide(picture, context.neededSidePx(box01))
  const scaled = fitInside(picture, side)
  const area = areaAround(box01, scaled)
  const size = { width: area.width, height: area.height }
  const inPicture = scaleWindow(area, picture.width / scaled.width, picture.height / scaled.height)
  const pixels = resampleSrgb(picture, inPicture, linearRaster(size), LINEAR)
  const inWork = scaleWindow(area, labels.width / scaled.width, labels.height / scaled.height)
  const inside = resamplePlane(asFloats(labels), inWork, planeF32(size), LINEAR)
  const small = plateInLinear(backdrop)
  const inPlate = scaleWindow(area, small.width / scaled.width, small.height / scaled.height)
  const plate = resampleLinear(small, inPlate, linearRaster(size), LINEAR)
  const alpha = measureAlpha({ picture: pixels, inside, plate, sidePx: side })
  const found = boxAbove(alpha, 127)
  if (!found) return { kind: 'uncut', reason: 'no-product' }
  return {
    kind: 'cut',
    area: toFractions(area, scaled),
    alpha,
    box: toFractions({ ...found, x: found.x + area.x, y: found.y + area.y }, scaled),
    unsure: unsureShare(labels, contrast),
    holes: countHoles(labels),
  }
}

/** The box with room for the band of mixed pixels, in whole pixels of the scaled photograph. */
function areaAround(box01: Window, scaled: Size): Window {
  const margin = Math.ceil(0.015 * Math.max(scaled.width, scaled.height))
  const x = Math.max(0, Math.floor(box01.x * scaled.width) - margin)
  const y = Math.max(0, Math.floor(box01.y * scaled.height) - margin)
  const right = Math.min(scaled.width, Math.ceil((box01.x + box01.width) * scaled.width) + margin)
  const bottom = Math.min(
    scaled.height,
    Math.ceil((box01.y + box01.height) * scaled.height) + margin,
  )
  return { x, y, width: right - x, height: bottom - y }
}

const toFractions = (w: Window, { width, height }: Size): Window => ({
  x: w.x / width,
  y: w.y / height,
  width: w.width / width,
  height: w.height / height,
})

const scaleWindow = (w: Window, fx: number, fy: number): Window => ({
  x: w.x * fx,
  y: w.y * fy,
  width: w.width * fx,
  height: w.height * fy,
})

/** Share of the outermost pixels whose value is above `threshold`. */
function borderShare(data: ArrayLike<number>, { width, height }: Size, threshold: number): number {
  let above = 0
  for (let x = 0; x < width; x++) {
    if (data[x]! > threshold) above++
    if (data[(height - 1) * width + x]! > threshold) above++
  }
  for (let y = 1; y < height - 1; y++) {
    if (data[y * width]! > threshold) above++
    if (data[y * width + width - 1]! > threshold) above++
  }
  return above / (2 * (width + height) - 4)
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
