import type { LinearRgba, PlaneF32, PxBox } from '../../../raster'
import { linearRaster } from '../../../raster'
import type { Patch, Source } from '../../../source'
import { boxOfStroke, brushHold, strokeAt, wholePixels, type PxStroke } from '../../../strokes'

/** Side of the parts in which a stroke is worked out, in pixels: no more of the photograph is in memory at once. */
const PART_PX = 512

/** Below this there is nothing visible. */
export const MIN_ALPHA = 1 / 512

/** A part of a photograph under a brush. */
export interface Brushed {
  /** In pixels of the photograph. */
  readonly window: PxBox
  /** How firmly the brush holds each pixel, 0…1. */
  readonly hold: PlaneF32
}

/** The parts of a photograph that a stroke touches, in its own pixels. */
export function brushedParts(source: Source, stroke: PxStroke): Brushed[] {
  const own = strokeAt(stroke, source.size)
  const all = wholePixels(boxOfStroke(own, 1), source.size)
  if (!all) return []
  const parts: Brushed[] = []
  for (let y = all.y; y < all.y + all.height; y += PART_PX)
    for (let x = all.x; x < all.x + all.width; x += PART_PX) {
      const window = {
        x,
        y,
        width: Math.min(PART_PX, all.x + all.width - x),
        height: Math.min(PART_PX, all.y + all.height - y),
      }
      const hold = brushHold(own, window)
      if (hold.data.some((held) => held > 0)) parts.push({ window, hold })
    }
  return parts
}

/**
 * Works on what a stroke touches, part by part.
 *
 * @param reachPx what is round a part that the work looks at, in pixels of the photograph.
 * @param work changes a part with its surroundings, in place.
 * @param strength 0…1.
 */
export function workUnder(
  source: Source,
  stroke: PxStroke,
  strength: number,
  reachPx: number,
  work: (surface: LinearRgba) => void,
): Patch[] {
  const reach = Math.ceil(reachPx)
  return brushedParts(source, stroke).map(({ window, hold }) => {
    const around = {
      x: window.x - reach,
      y: window.y - reach,
      width: window.width + 2 * reach,
      height: window.height + 2 * reach,
    }
    const surface = source.sample(around, around)
    work(surface)
    const picture = linearRaster(window)
    for (let y = 0, i = 0; y < window.height; y++)
      for (let x = 0; x < window.width; x++, i++) {
        const held = hold.data[i]! * strength
        const from = ((y + reach) * around.width + x + reach) * 4
        // Of what is partly transparent the colour is laid on; how transparent it is stays.
        const whole = held / Math.max(MIN_ALPHA, surface.data[from + 3]!)
        for (let c = 0; c < 3; c++) picture.data[i * 4 + c] = surface.data[from + c]! * whole
        picture.data[i * 4 + 3] = held
      }
    return { window, picture }
  })
}
