import type { Size, Window } from '../../raster'
import type { FrameSettings } from './settings'

/** The part of the photograph, in its pixels, that becomes the picture; it may reach beyond it. */
export type FrameWindow = Window

/**
 * Frames a product: `box` (in pixels of the photograph) is centred, and its longer side, measured
 * against the frame, takes the asked share. The window has exactly the asked ratio, so nothing is
 * distorted.
 */
export function frameProduct(box: Window, { ratio, fillPct }: FrameSettings): FrameWindow {
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
export function frameWhole(photograph: Size, { ratio }: FrameSettings): FrameWindow {
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
export function keepInside(window: FrameWindow, photograph: Size): FrameWindow {
  const along = (start: number, length: number, limit: number): number =>
    length > limit ? (limit - length) / 2 : Math.min(Math.max(start, 0), limit - length)
  return {
    ...window,
    x: along(window.x, window.width, photograph.width),
    y: along(window.y, window.height, photograph.height),
  }
}

/** Whether a window reaches beyond the photograph by more than rounding. */
export function reachesBeyond({ x, y, width, height }: FrameWindow, photograph: Size): boolean {
  const slack = 0.5
  return (
    x < -slack ||
    y < -slack ||
    x + width > photograph.width + slack ||
    y + height > photograph.height + slack
  )
}
