import { defineNote } from '../../../memory'
import { baseSide, type Alpha, type AtBorder, type CutMatte, type Matte } from '../../../matte'
import {
  boxAbove,
  fitInside,
  fractionsOf,
  pixelsOf,
  planeF32,
  planeU8,
  WHOLE_01,
  wholeOf,
  type Box01,
  type PlaneU8,
  type Size,
} from '../../../raster'
import type { Source } from '../../../source'
import { productBox } from '../boxOfAlpha'
import type { CutSettings } from '../settings'
import { dropSpecks, workedEdge } from './edgeWork'
import type { HintedLook } from './hints'
import { openRepairs, type Repairer } from './repairer'
import type { Repair } from './repairs'
import {
  coverSeeThrough,
  hasSeeThrough,
  seeThroughOf,
  seeThroughShare,
  type SeeThrough,
} from '../seeThrough'

/** What is done to the whole edge. */
export type WholeEdge = Pick<CutSettings, 'edgeShift' | 'edgeSoften' | 'edgeTightenPct' | 'speck'>

/** Pixels about the product that an area keeps. */
const MARGIN_PX = 2
/** Alpha, 0…255, from which a see-through pixel is one that a shopper sees. */
const SEEN_ALPHA = 64
/** How much steeper an edge can be made. */
const MAX_STEEPNESS = 5

export interface HandWork {
  /** Those that count, in their order. */
  readonly repairs: readonly Repair[]
  readonly edge: WholeEdge
  /** What the network says, told by the repairs; null where it was told nothing, or has not answered yet. */
  readonly look: HintedLook | null
}

/** Whether anything was done by hand. */
export const isWorked = ({ repairs, edge }: Omit<HandWork, 'look'>): boolean =>
  repairs.length > 0 ||
  edge.edgeShift !== 0 ||
  edge.edgeSoften !== 0 ||
  edge.edgeTightenPct !== 0 ||
  edge.speck !== 0

/**
 * Repairs are solved once for each cut, for as long as the photograph is open: by its alpha, or by the photograph
 * where nothing was cut.
 */
const REPAIRER = defineNote<Repairer>('repairer')

/**
 * A matte with what was done by hand, at those levels that the automatic one has.
 *
 * @param automatic as it was cut; of a shot that was left whole nothing is product to begin with.
 * @param sides levels of a shot that was left whole: longer sides in pixels, the base level first.
 */
export function repairedMatte(
  source: Source,
  automatic: Matte,
  { repairs, edge, look }: HandWork,
  sides: readonly number[],
): Matte {
  const repairer = repairerOf(source, automatic)
  const solved = repairer.solve(repairs, look)
  const seeThrough = hasSeeThrough(repairs) ? seeThroughOf(source, solved, repairs) : null
  // Where it can't be measured, it is as any other part.
  const measured = seeThrough?.paper ? seeThrough : null
  const alphas = sides.flatMap((sidePx): Alpha[] => {
    const isBase = sidePx === baseSide(source.size)
    const drawn = isBase ? solved : wholeAlpha(levelOf(automatic, sidePx), source.size, sidePx)
    if (!isBase) repairer.redo(source, drawn)
    const alpha = measured ? coverSeeThrough(source, measured, drawn) : drawn
    const px = sidePx / 1000
    const reach = Math.ceil((Math.abs(edge.edgeShift) + 3 * edge.edgeSoften) * px)
    const trimmed = trimmedTo(alpha, sidePx, MARGIN_PX + reach)
    if (!trimmed) return []
    const before = measured && planeU8(trimmed.plane, trimmed.plane.data.slice())
    const plane = withEdge(trimmed.plane, edge, px)
    if (before) keepSeeThrough(plane, { ...trimmed, plane: before }, repairs, alpha)
    return [{ ...trimmed, plane }]
  })
  const [base, ...finer] = alphas
  if (!base) return { kind: 'uncut', reason: 'no-product' }
  const box = measured ? boxWithSeeThrough(base, solved, repairs) : productBox(base)
  if (!box) return { kind: 'uncut', reason: 'no-product' }
  const facts: Omit<CutMatte, 'kind' | 'box' | 'alphas' | 'repairs'> =
    automatic.kind === 'cut'
      ? automatic
      : { unsure: 0, signs: null, doubts: [], atBorder: atBorder(box), holes: 0 }
  return {
    ...facts,
    kind: 'cut',
    box,
    repairs: repairs.length,
    alphas: [base, ...finer],
  }
}

/** What is see-through was measured, and is left so by what is done to the whole edge. */
function keepSeeThrough(
  worked: PlaneU8,
  { plane, area }: Alpha,
  repairs: readonly Repair[],
  photograph: Size,
): void {
  const { x, y } = pixelsOf(area, photograph)
  const window = { ...sizeOf(plane), x: Math.round(x), y: Math.round(y) }
  const share = seeThroughShare(repairs, photograph, window)
  for (let i = 0; i < worked.data.length; i++) {
    const s = share.data[i]!
    if (s > 0) worked.data[i] = Math.round(worked.data[i]! * (1 - s) + plane.data[i]! * s)
  }
}

/** What is behind the see-through parts of a product after these repairs; null where there are none. */
export function seeThroughBehind(
  source: Source,
  automatic: Matte,
  { repairs, look }: Pick<HandWork, 'repairs' | 'look'>,
): SeeThrough | null {
  if (!hasSeeThrough(repairs)) return null
  return seeThroughOf(source, repairerOf(source, automatic).solve(repairs, look), repairs)
}

/** The box of a product of which parts are see-through: a wall of glass is product, however much shows through it. */
function boxWithSeeThrough(base: Alpha, solid: PlaneU8, repairs: readonly Repair[]): Box01 | null {
  const share = seeThroughShare(repairs, solid, wholeOf(solid))
  const covered = wholeAlpha(base, solid, base.sidePx)
  const plane = planeU8(solid, solid.data.slice())
  for (let i = 0; i < plane.data.length; i++) {
    if (share.data[i]! < 0.5) plane.data[i] = covered.data[i]!
    else if (covered.data[i]! > SEEN_ALPHA) plane.data[i] = 255
  }
  return productBox({ ...base, area: WHOLE_01, plane })
}

/** Reads a photograph ahead of its first repair. */
export const warmRepairs = (source: Source, automatic: Matte): void =>
  repairerOf(source, automatic).warm()

function repairerOf(source: Source, automatic: Matte): Repairer {
  const cut = automatic.kind === 'cut' ? automatic.alphas[0].plane : source
  const sidePx = baseSide(source.size)
  return source.memory.of(cut, REPAIRER, () =>
    openRepairs(source, wholeAlpha(levelOf(automatic, sidePx), source.size, sidePx)),
  )
}

const levelOf = (matte: Matte, sidePx: number): Alpha | undefined =>
  matte.kind === 'cut' ? matte.alphas.find((alpha) => alpha.sidePx === sidePx) : undefined

/** Alpha of the whole photograph at a level of a matte; where there is none, all is empty. */
function wholeAlpha(level: Alpha | undefined, photograph: Size, sidePx: number): PlaneU8 {
  const whole = planeU8(fitInside(photograph, sidePx))
  if (!level) return whole
  const { plane } = level
  const at = pixelsOf(level.area, whole)
  const [x, y] = [Math.round(at.x), Math.round(at.y)]
  for (let row = 0; row < plane.height; row++)
    whole.data.set(
      plane.data.subarray(row * plane.width, (row + 1) * plane.width),
      (y + row) * whole.width + x,
    )
  return whole
}

/** @param px pixels for each of those in which the settings count. */
function withEdge(alpha: PlaneU8, edge: WholeEdge, px: number): PlaneU8 {
  const worked = planeU8(alpha, alpha.data)
  if (edge.edgeShift !== 0 || edge.edgeSoften !== 0 || edge.edgeTightenPct !== 0) {
    const floats = planeF32(
      alpha,
      Float32Array.from(alpha.data, (value) => value / 255),
    )
    const result = workedEdge(floats, {
      shiftPx: edge.edgeShift * px,
      softenPx: edge.edgeSoften * px,
      steepness: 1 + ((MAX_STEEPNESS - 1) * edge.edgeTightenPct) / 100,
    })
    for (let i = 0; i < worked.data.length; i++)
      worked.data[i] = Math.round(255 * Math.min(1, Math.max(0, result.data[i]!)))
  }
  if (edge.speck > 0) dropSpecks(worked, (Math.PI / 4) * (edge.speck * px) ** 2)
  return worked
}

/** The part of alpha that holds anything, with a margin. */
function trimmedTo(alpha: PlaneU8, sidePx: number, marginPx: number): Alpha | null {
  const box = boxAbove(alpha, 0)
  if (!box) return null
  const x = Math.max(0, box.x - marginPx)
  const y = Math.max(0, box.y - marginPx)
  const right = Math.min(alpha.width, box.x + box.width + marginPx)
  const bottom = Math.min(alpha.height, box.y + box.height + marginPx)
  const plane = planeU8({ width: right - x, height: bottom - y })
  for (let row = 0; row < plane.height; row++) {
    const start = (y + row) * alpha.width + x
    plane.data.set(alpha.data.subarray(start, start + plane.width), row * plane.width)
  }
  return { sidePx, area: fractionsOf({ x, y, ...sizeOf(plane) }, alpha), plane }
}

const sizeOf = ({ width, height }: Size): Size => ({ width, height })

const atBorder = ({ x, y, width, height }: CutMatte['box']): AtBorder =>
  x <= 0 || y <= 0 || x + width >= 1 || y + height >= 1 ? 'touches' : 'clear'
