import type { Box01 } from '@cloudbank/core/raster'
import type { Mark, MarkSettings } from '@cloudbank/core/steps'

/** Within so much of a nine point, as a share of the way, a mark is put there. */
const SNAP_01 = 0.015
const bounded = (value: number, min: number, max: number): number =>
  Math.min(max, Math.max(min, value))

const rounded = (share: number): number => Math.round(share * 1e4) / 1e4

const snapped = (share: number): number =>
  [0, 0.5, 1].find((point) => Math.abs(point - share) <= SNAP_01) ?? rounded(share)

export interface Surroundings {
  /** Sides of the picture; the units do not matter. */
  readonly picture: { readonly width: number; readonly height: number }
  /** In the picture, as shares; null where nothing was cut. */
  readonly product: Box01 | null
  readonly marginPct: MarkSettings['marginPct']
}

/**
 * The place of a mark whose box lies somewhere in the picture: on frame or product, as it was.
 *
 * @param by a pointer lets go near enough of a nine point, keys move as far as they say.
 */
export function placeFor(
  on: Mark['place']['on'],
  box: Box01,
  { picture, product, marginPct }: Surroundings,
  by: 'pointer' | 'keys',
): Mark['place'] {
  if (on === 'product') {
    const within = product ?? { x: 0, y: 0, width: 1, height: 1 }
    const at = (middle: number, start: number, length: number): number =>
      Math.round(bounded((middle - start) / length, -2, 3) * 1e4) / 1e4
    return {
      on,
      x: at(box.x + box.width / 2, within.x, within.width),
      y: at(box.y + box.height / 2, within.y, within.height),
    }
  }
  const down = marginPct / 100
  const across = (down * picture.height) / picture.width
  const along = (start: number, length: number, margin: number): number => {
    const room = 1 - 2 * margin - length
    return room <= 0
      ? 0.5
      : (by === 'pointer' ? snapped : rounded)(bounded((start - margin) / room, 0, 1))
  }
  return { on, x: along(box.x, box.width, across), y: along(box.y, box.height, down) }
}

/** A box made larger or smaller about its middle, and moved. */
export const scaledBox = (box: Box01, scale: number, dx: number, dy: number): Box01 => ({
  x: box.x + (box.width * (1 - scale)) / 2 + dx,
  y: box.y + (box.height * (1 - scale)) / 2 + dy,
  width: box.width * scale,
  height: box.height * scale,
})

/** A place of the picture as one of the product. */
export function onProduct(
  at: { readonly x: number; readonly y: number },
  { product }: Pick<Surroundings, 'product'>,
): { x: number; y: number } {
  const within = product ?? { x: 0, y: 0, width: 1, height: 1 }
  const share = (value: number, start: number, length: number): number =>
    Math.round(bounded((value - start) / length, -2, 3) * 1e4) / 1e4
  return {
    x: share(at.x, within.x, within.width),
    y: share(at.y, within.y, within.height),
  }
}

/** A place of the product as one of the picture. */
export function inPicture(
  at: { readonly x: number; readonly y: number },
  { product }: Pick<Surroundings, 'product'>,
): { x: number; y: number } {
  const within = product ?? { x: 0, y: 0, width: 1, height: 1 }
  return { x: within.x + at.x * within.width, y: within.y + at.y * within.height }
}
