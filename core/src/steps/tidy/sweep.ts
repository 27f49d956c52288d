import { alphaOver, type CutMatte } from '../../matte'
import {
  fitInside,
  fractionsOf,
  LINEAR,
  linearRaster,
  pixelsOf,
  planeF32,
  resampleLinear,
  resamplePlane,
  rowsOf,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type PxBox,
  type Size,
} from '../../raster'
import type { Source } from '../../source'
import { brushHold, doneOf, strokeAt } from '../../strokes'
import type { Pass, PaintPlace } from '../pass'
import { dither } from './dither'
import { plateOf, type Plate } from './plate'
import type { TidySettings } from './settings'
import { isSweep, type TidyOwn, type RetouchOf } from './retouches'

/** Longer side of the picture of where is swept, in pixels. */
const MASK_SIDE_PX = 1000
/** Grain is what is finer than this share of the picture's longer side, and at least this many pixels. */
const GRAIN = 0.004
const MIN_GRAIN_PX = 4
/** What is this many times the usual grain is dirt: there grain is taken from further on. */
const DIRT = 2.6
/** Where that is: right and below, where nothing has been swept yet. */
const FURTHER = [
  [11, 5],
  [-13, 9],
  [23, 14],
  [-29, 21],
  [37, 30],
] as const
/** Rows that are worked on at once. */
const BAND_ROWS = 64

/** Where a photograph is swept, 0…1 over all of it; null where nowhere. */
function sweptOf(
  plate: Plate,
  size: Size,
  { sweepPct, sweepMarginPct }: TidySettings,
  works: readonly RetouchOf<'sweep'>[],
): PlaneF32 | null {
  const isAutomatic = sweepPct > 0 && plate.distance !== null
  if (!isAutomatic && works.length === 0) return null
  const swept = planeF32(fitInside(size, MASK_SIDE_PX))
  if (isAutomatic && plate.distance) {
    const longer = Math.max(plate.bare.width, plate.bare.height)
    const margin = Math.max(0.5, (sweepMarginPct / 100) * longer)
    const own = planeF32(plate.bare)
    for (let i = 0; i < own.data.length; i++) {
      const away = Math.sqrt(plate.distance.data[i]!) / margin - 1
      own.data[i] = Math.min(1, Math.max(0, away)) * plate.bare.data[i]! * (sweepPct / 100)
    }
    resamplePlane(own, wholeOf(own), swept, LINEAR)
  }
  for (const work of works) {
    const hold = brushHold(strokeAt(work, swept), wholeOf(swept))
    for (let i = 0; i < swept.data.length; i++)
      swept.data[i] = Math.max(swept.data[i]!, hold.data[i]! * work.strength)
  }
  return swept
}

/** Where a photograph is swept once the product is spared, 0…1 over all of it; null where nowhere. */
export function sweptArea(
  source: Source,
  matte: CutMatte | null,
  settings: TidySettings,
  { works }: TidyOwn,
): PlaneF32 | null {
  const strokes = doneOf(works).filter(isSweep)
  const swept = sweptOf(plateOf(source, matte), source.size, settings, strokes)
  if (!swept || !matte) return swept
  const product = alphaOver(matte.alphas[0], swept)
  for (let i = 0; i < swept.data.length; i++) swept.data[i]! *= 1 - product.data[i]!
  return swept
}

/** Sweeps the backdrop: its low frequencies take its place, with its own grain; dithered where that is too little. */
export function sweepPass(
  source: Source,
  matte: CutMatte | null,
  settings: TidySettings,
  works: readonly RetouchOf<'sweep'>[],
): Pass | null {
  if (settings.sweepPct === 0 && works.length === 0) return null
  const plate = plateOf(source, matte)
  const swept = sweptOf(plate, source.size, settings, works)
  if (!swept) return null
  return { layer: 'backdrop', paint: (picture, place) => sweep(picture, place, plate, swept) }
}

function sweep(picture: LinearRgba, place: PaintPlace, plate: Plate, swept: PlaneF32): void {
  const { width, height } = picture
  const alpha = place.alpha()
  const at = (of: Size): PxBox => pixelsOf(fractionsOf(place.window, place.photograph), of)
  const mask = resamplePlane(swept, at(swept), planeF32(picture), LINEAR)
  const coarse = coarseOf(picture)
  const grain = usualGrain(picture, coarse, mask)
  for (let top = 0; top < height; top += BAND_ROWS) {
    const rows = Math.min(BAND_ROWS, height - top)
    const band = (of: Size): PxBox => {
      const whole = at(of)
      const scale = whole.height / height
      return { ...whole, y: whole.y + top * scale, height: rows * scale }
    }
    const clean = resampleLinear(
      plate.clean,
      band(plate.clean),
      linearRaster({ width, height: rows }),
    )
    const low = resampleLinear(
      coarse,
      partOf(coarse, picture, top, rows),
      linearRaster({ width, height: rows }),
    )
    const below = rowsBelow(picture, coarse, top, rows)
    const own = rowsOf(picture, top, rows)
    for (let y = 0, i = 0; y < rows; y++)
      for (let x = 0; x < width; x++, i++) {
        const k = (top + y) * width + x
        const share = mask.data[k]! * (1 - (alpha?.data[k] ?? 0))
        if (share <= 0) continue
        const p = i * 4
        const from = grainAt(own, low, below, x, y, rows, grain)
        for (let c = 0; c < 3; c++) {
          const tone = clean.data[p + c]!
          const value = tone + from[c]! + dither(x, top + y, c, tone, grain[c]!)
          own.data[p + c]! += share * (Math.max(0, value) - own.data[p + c]!)
        }
      }
  }
}

/** The picture so small that its grain is averaged away. */
function coarseOf(picture: LinearRgba): LinearRgba {
  const longer = Math.max(picture.width, picture.height)
  const step = Math.max(MIN_GRAIN_PX, GRAIN * longer)
  const size = fitInside(picture, Math.max(2, Math.round(longer / step)))
  return resampleLinear(picture, wholeOf(picture), linearRaster(size), LINEAR)
}

const partOf = (coarse: Size, picture: Size, top: number, rows: number): PxBox => {
  const scale = coarse.height / picture.height
  return { x: 0, y: top * scale, width: coarse.width, height: rows * scale }
}

/** Grain of the rows below a band, which nothing has been done to yet: what a pixel there differs from its surroundings. */
interface Below {
  readonly rows: LinearRgba
  readonly low: LinearRgba
}

function rowsBelow(
  picture: LinearRgba,
  coarse: LinearRgba,
  top: number,
  rows: number,
): Below | null {
  const from = top + rows
  const count = Math.min(BAND_ROWS, picture.height - from)
  if (count < 1) return null
  const size = { width: picture.width, height: count }
  return {
    rows: rowsOf(picture, from, count),
    low: resampleLinear(coarse, partOf(coarse, picture, from, count), linearRaster(size)),
  }
}

/** The usual grain of what is swept, channel by channel, in linear light. */
function usualGrain(
  picture: LinearRgba,
  coarse: LinearRgba,
  mask: PlaneF32,
): readonly [number, number, number] {
  const low = resampleLinear(
    coarse,
    wholeOf(coarse),
    linearRaster(fitInside(picture, MASK_SIDE_PX)),
  )
  const across = picture.width / low.width
  const down = picture.height / low.height
  const offs: [number[], number[], number[]] = [[], [], []]
  for (let y = 1; y < low.height; y += 3)
    for (let x = 1; x < low.width; x += 3) {
      const [px, py] = [Math.floor((x + 0.5) * across), Math.floor((y + 0.5) * down)]
      const i = py * picture.width + px
      if (mask.data[i]! < 0.3) continue
      for (let c = 0; c < 3; c++)
        offs[c]!.push(Math.abs(picture.data[i * 4 + c]! - low.data[(y * low.width + x) * 4 + c]!))
    }
  return offs.map((sizes) => {
    sizes.sort((a, b) => a - b)
    return 1.4826 * (sizes[sizes.length >> 1] ?? 0)
  }) as [number, number, number]
}

const found: [number, number, number] = [0, 0, 0]

/** The grain of a pixel; of one that is dirt, that of a clean one further on. */
function grainAt(
  own: LinearRgba,
  low: LinearRgba,
  below: Below | null,
  x: number,
  y: number,
  rows: number,
  grain: readonly [number, number, number],
): readonly [number, number, number] {
  if (read(own, low, x, y, grain)) return found
  for (const [dx, dy] of FURTHER) {
    const nx = Math.min(own.width - 1, Math.max(0, x + dx))
    const ny = y + dy
    if (
      ny < rows
        ? read(own, low, nx, ny, grain)
        : below &&
          ny - rows < below.rows.height &&
          read(below.rows, below.low, nx, ny - rows, grain)
    )
      return found
  }
  found.fill(0)
  return found
}

/** Reads the grain of one pixel; whether it is clean. */
function read(
  { width, data }: LinearRgba,
  low: LinearRgba,
  x: number,
  y: number,
  grain: readonly [number, number, number],
): boolean {
  const p = (y * width + x) * 4
  let clean = true
  for (let c = 0; c < 3; c++) {
    found[c] = data[p + c]! - low.data[p + c]!
    if (Math.abs(found[c]!) > DIRT * grain[c]!) clean = false
  }
  return clean
}
