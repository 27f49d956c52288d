import type { ShotFacts } from '../facts'
import { alphaFor, MATTE, type CutMatte } from '../matte'
import type { Scratch } from '../memory'
import {
  hexToLinear,
  layOnGround,
  linearRaster,
  pixelsOf,
  planeF32,
  rowsOf,
  resamplePlane,
  srgbOfLinear,
  within01,
  fractionsOf,
  type LinearRgba,
  type PlaneF32,
  type PxBox,
  type Rgb,
  type Size,
  type SrgbRgba8,
} from '../raster'
import type { Source } from '../source'
import {
  FIRST_OVER_GROUND,
  mayBeTransparent,
  LAYERS,
  type Pass,
  type PaintPlace,
  type RenditionPlan,
  type Upright,
} from '../steps'
import { clearAlphaBeyond, clearBeyond, coverageOf, type Coverage } from './coverage'
import { neededSide } from './planRendition'
import { extendBackdrop } from './extendBackdrop'
import { flatPartFor, warpInto } from './warp'

const WHITE: Rgb = [1, 1, 1]

type Report = PaintPlace['report']
const IGNORED: Report = () => undefined

/**
 * Makes the pixels of one rendition: the photograph is sampled once, straight to the size that is wanted,
 * and the steps' passes go over it layer by layer. The same plan gives the same pixels,
 * whatever else is made of the shot.
 *
 * @param scratch in which it is drawn; its contents are undefined afterwards.
 * @param report told what is found while it is drawn.
 */
export function drawRendition(
  source: Source,
  facts: ShotFacts,
  plan: RenditionPlan,
  scratch: Scratch,
  report: Report = IGNORED,
): SrgbRgba8 {
  const { width, height } = plan.size
  const raster = linearRaster(plan.size, scratch.floats(width * height * 4))
  return srgbOfLinear(drawInto(raster, source, facts, plan, report), groundOf(plan))
}

/**
 * The pixels of a rendition in linear light, premultiplied. What is neither product nor photograph is
 * transparent, but where something was drawn over the ground: then the ground has been laid.
 */
export const drawLinear = (source: Source, facts: ShotFacts, plan: RenditionPlan): LinearRgba =>
  drawInto(linearRaster(plan.size), source, facts, plan)

/** The same over whatever a raster holds. */
function drawInto(
  picture: LinearRgba,
  source: Source,
  facts: ShotFacts,
  plan: RenditionPlan,
  report: Report = IGNORED,
): LinearRgba {
  if (plan.upright) return drawUpright(picture, source, facts, plan, plan.upright, report)
  const { window, size, behind } = plan
  const coverage = coverageOf(window, facts.photograph, size)
  const place = paintPlaceOf(facts, plan, coverage, report)
  const below = plan.passes.filter(({ layer }) => !isOverGround(layer))
  const above = plan.passes.filter(({ layer }) => isOverGround(layer))
  const lifts = below.some(({ layer }) => layer === 'lift')
  if (behind.kind === 'original') source.sampleInto(picture, window)
  else sampleCovered(picture, source, window, coverage)
  // Where the product is taken off its backdrop, nothing is left of the backdrop to work on.
  paint(picture, place, lifts ? below.filter(({ layer }) => layer !== 'backdrop') : below)
  if (behind.kind === 'original') extendBackdrop(picture, coverage, place.alpha)
  else if (!lifts) clearBeyond(picture, coverage)
  if (behind.kind === 'painted') layOver(picture, behind.paint)
  if (above.length > 0) {
    const ground = groundOf(plan)
    if (ground) layOnGround(picture, ground)
    paint(picture, place, above)
  }
  return picture
}

/**
 * The same of a photograph that is made upright: all that is done to the photograph as it lies, then that,
 * then the ground and what goes over it.
 */
function drawUpright(
  picture: LinearRgba,
  source: Source,
  facts: ShotFacts,
  plan: RenditionPlan,
  upright: Upright,
  report: Report,
): LinearRgba {
  const { window, size, behind } = plan
  const { photograph } = facts
  const part = flatPartFor(window, size, upright)
  const isOriginal = behind.kind === 'original'
  const flat = drawInto(linearRaster(part.size), source, facts, {
    ...plan,
    ...part,
    upright: null,
    behind: isOriginal ? behind : { kind: 'transparent' },
    passes: plan.passes.filter(({ layer }) => !isOverGround(layer)),
  })
  warpInto(picture, window, flat, part, upright)
  const alpha = facts.of(MATTE)?.kind === 'cut' && !isOriginal ? alphaOf(picture) : null
  if (behind.kind === 'painted') layOver(picture, behind.paint)
  const above = plan.passes.filter(({ layer }) => isOverGround(layer))
  if (above.length > 0) {
    const ground = groundOf(plan)
    if (ground) layOnGround(picture, ground)
    paint(picture, { window, photograph, alpha: () => alpha, report }, above)
  }
  return picture
}

/** The share of product of each pixel of a picture in which nothing else is. */
function alphaOf(picture: LinearRgba): PlaneF32 {
  const alpha = planeF32(picture)
  for (let i = 0; i < alpha.data.length; i++) alpha.data[i] = picture.data[i * 4 + 3]!
  return alpha
}

/** Lays a picture on a ground that is painted for it, which makes it opaque. */
function layOver(picture: LinearRgba, paintGround: (ground: LinearRgba) => void): void {
  const ground = linearRaster(picture)
  paintGround(ground)
  for (let p = 0; p < picture.data.length; p += 4) {
    const through = 1 - picture.data[p + 3]!
    if (through === 0) continue
    for (let c = 0; c < 4; c++) picture.data[p + c]! += through * ground.data[p + c]!
  }
}

/** Linear light of what shows through; null where nothing does, or the file can hold transparency. */
export function groundOf({ behind, placement }: RenditionPlan): Rgb | null {
  if (behind.kind === 'colour') return hexToLinear(behind.colour)
  if (behind.kind === 'painted') return null
  // A format without transparency has white where nothing is.
  return mayBeTransparent(placement) ? null : WHITE
}

const isOverGround = (layer: Pass['layer']): boolean =>
  LAYERS.indexOf(layer) >= LAYERS.indexOf(FIRST_OVER_GROUND)

function paint(picture: LinearRgba, place: PaintPlace, passes: readonly Pass[]): void {
  for (const layer of LAYERS)
    for (const pass of passes) if (pass.layer === layer) pass.paint(picture, place)
}

/** Where the pixels of a rendition come from. */
export function paintPlaceOf(
  facts: ShotFacts,
  plan: RenditionPlan,
  coverage: Coverage = coverageOf(plan.window, facts.photograph, plan.size),
  report: Report = IGNORED,
): PaintPlace {
  const { window, size } = plan
  const { photograph } = facts
  const matte = facts.of(MATTE)
  let alpha: PlaneF32 | null = null
  return {
    window,
    photograph,
    report,
    alpha: () => {
      if (matte?.kind !== 'cut') return null
      return (alpha ??= sampleAlpha(matte, photograph, plan, size, coverage))
    },
  }
}

function sampleAlpha(
  matte: CutMatte,
  photograph: Size,
  plan: RenditionPlan,
  size: Size,
  coverage: Coverage,
): PlaneF32 {
  const { area, plane } = alphaFor(matte, photograph, neededSide(plan, photograph))
  const inArea = within01(fractionsOf(plan.window, photograph), area)
  const alpha = resamplePlane(plane, pixelsOf(inArea, plane), planeF32(size))
  clearAlphaBeyond(alpha, coverage)
  return alpha
}

/** Samples only the rows that lie on the photograph; the others become transparent. */
function sampleCovered(
  picture: LinearRgba,
  source: Source,
  window: PxBox,
  { rows }: Coverage,
): void {
  const first = rows.findIndex((share) => share > 0)
  const end = rows.findLastIndex((share) => share > 0) + 1
  if (first < 0) {
    picture.data.fill(0)
    return
  }
  const rowFloats = picture.width * 4
  picture.data.fill(0, 0, first * rowFloats)
  picture.data.fill(0, end * rowFloats)
  const scale = window.height / picture.height
  const part = { ...window, y: window.y + first * scale, height: (end - first) * scale }
  source.sampleInto(rowsOf(picture, first, end - first), part)
}
