import { mendInCells, MISSING, UNKNOWN } from '../mending'
import type { PxBox } from '../raster'
import type { Patch, Source } from '../source'
import type { Speck } from './findSpecks'

/** What is mended reaches this far around what was found, in pixels of the scale at which it was found. */
const GROWN_PX = 2
/** Pixels beyond that which say how the surface goes on, and are compared with where it is taken from. */
const MARGIN_PX = 4
/** A hair is rebuilt in pieces of this size, at that scale. */
const CELL_PX = 28

/**
 * Dirt no wider than the first, at that scale, is rebuilt as what is most likely, with this share of the surface's
 * grain, which nobody misses on so little; what is as wide as the second has all of it.
 */
const GRAIN_FROM_PX = [6, 24] as const
const MIN_GRAIN = 0.25

/** Rebuilds what specks hide: patches for each, to be laid over the photograph, at its own pixels. */
export const mendSpecks = (source: Source, specks: readonly Speck[]): Patch[] =>
  specks.flatMap((speck) => mendSpeck(source, speck, specks))

/** @param all surface is taken from where none of these lies. */
export function mendSpeck(source: Source, speck: Speck, all: readonly Speck[]): Patch[] {
  const scale = speck.window.width / speck.width
  const grown = Math.max(1, Math.round(GROWN_PX * scale))
  const margin = Math.max(2, Math.round(MARGIN_PX * scale))
  const reach = grown + margin
  const window = {
    x: Math.round(speck.window.x) - reach,
    y: Math.round(speck.window.y) - reach,
    width: Math.max(1, Math.round(speck.window.width)) + 2 * reach,
    height: Math.max(1, Math.round(speck.window.height)) + 2 * reach,
  }
  const near = specksNear(window, all)
  const mask = new Uint8Array(window.width * window.height)
  // What lies beside it is no border to go by.
  for (const other of near) if (other !== speck) mark(mask, window, other, grown, UNKNOWN)
  mark(mask, window, speck, grown, MISSING)
  return mendInCells(
    source,
    { window, mask },
    margin,
    near.filter((other) => other !== speck).map((other) => other.window),
    { cellPx: Math.max(16, Math.round(CELL_PX * scale)), grain: grainOf(speck) },
  )
}

/** How much grain is rebuilt, by how wide a speck is. */
function grainOf({ mask, width, height }: Speck): number {
  const across = mask.reduce((sum, value) => sum + value, 0) / Math.max(width, height)
  const share = (across - GRAIN_FROM_PX[0]) / (GRAIN_FROM_PX[1] - GRAIN_FROM_PX[0])
  return MIN_GRAIN + (1 - MIN_GRAIN) * Math.min(1, Math.max(0, share))
}

/** Marks what a speck covers of a window. */
function mark(
  hole: Uint8Array,
  window: PxBox,
  { window: of, width, height, mask }: Speck,
  grown: number,
  as: number,
): void {
  const [across, down] = [of.width / width, of.height / height]
  for (let i = 0; i < mask.length; i++) {
    if (!mask[i]) continue
    const [column, row] = [i % width, Math.floor(i / width)]
    const left = Math.max(0, Math.floor(of.x + column * across - window.x) - grown)
    const top = Math.max(0, Math.floor(of.y + row * down - window.y) - grown)
    const right = Math.min(window.width, Math.ceil(of.x + (column + 1) * across - window.x) + grown)
    const bottom = Math.min(window.height, Math.ceil(of.y + (row + 1) * down - window.y) + grown)
    if (right <= left) continue
    for (let y = top; y < bottom; y++)
      hole.fill(as, y * window.width + left, y * window.width + right)
  }
}

const specksNear = (window: PxBox, all: readonly Speck[]): readonly Speck[] => {
  const reach = 3 * Math.max(window.width, window.height)
  return all.filter(
    ({ window: box }) =>
      box.x < window.x + window.width + reach &&
      window.x < box.x + box.width + reach &&
      box.y < window.y + window.height + reach &&
      window.y < box.y + box.height + reach,
  )
}
