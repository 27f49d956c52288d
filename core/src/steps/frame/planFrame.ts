import type { Placement } from '../../outlets'
import type { PxBox, Size } from '../../raster'
import type { FrameSettings } from './settings'

/** What decides where a frame lies. */
type Asked = Pick<FrameSettings, 'ratio' | 'fillPct'>

/** The size of a placement's picture in pixels for a frame of this ratio. */
export function placementSize(
  { longSidePx }: Pick<Placement, 'longSidePx'>,
  { ratio }: Pick<FrameSettings, 'ratio'>,
): Size {
  const longest = Math.max(ratio.width, ratio.height)
  return {
    width: Math.max(1, Math.round((longSidePx * ratio.width) / longest)),
    height: Math.max(1, Math.round((longSidePx * ratio.height) / longest)),
  }
}

/** The asked size, or the largest of its ratio that needs no more pixels than the window has. */
export function sizeWithin(window: PxBox, asked: Size): Size {
  if (window.width >= asked.width) return asked
  const scale = window.width / asked.width
  return {
    width: Math.max(1, Math.round(asked.width * scale)),
    height: Math.max(1, Math.round(asked.height * scale)),
  }
}

/**
 * Frames a product: `box` (in pixels of the photograph) is centred, and its longer side, measured
 * against the frame, takes the asked share. The window has exactly the asked ratio, so nothing is
 * distorted.
 */
export function frameProduct(box: PxBox, { ratio, fillPct }: Asked): PxBox {
  const aspect = ratio.width / ratio.height
  const width = Math.max(box.width, box.height * aspect) / (fillPct / 100)
  const height = width / aspect
  return {
    x: box.x + box.width / 2 - width / 2,
    y: box.y + box.height / 2 - height / 2,
    width,
    height,
  }
}

/** Frames a whole photograph, centred: the smallest window of the asked ratio that holds it. */
export function frameWhole(photograph: Size, { ratio }: Pick<FrameSettings, 'ratio'>): PxBox {
  const aspect = ratio.width / ratio.height
  const width = Math.max(photograph.width, photograph.height * aspect)
  const height = width / aspect
  return {
    x: (photograph.width - width) / 2,
    y: (photograph.height - height) / 2,
    width,
    height,
  }
}

/** Moves a window inside the photograph as far as it fits; a side that does not fit is centred. */
export function keepInside(window: PxBox, photograph: Size): PxBox {
  const along = (start: number, length: number, limit: number): number =>
    length > limit ? (limit - length) / 2 : Math.min(Math.max(start, 0), limit - length)
  return {
    ...window,
    x: along(window.x, window.width, photograph.width),
    y: along(window.y, window.height, photograph.height),
  }
}

/** Whether a window reaches beyond the photograph by more than rounding. */
export function reachesBeyond({ x, y, width, height }: PxBox, photograph: Size): boolean {
  const slack = 0.5
  return (
    x < -slack ||
    y < -slack ||
    x + width > photograph.width + slack ||
    y + height > photograph.height + slack
  )
}
