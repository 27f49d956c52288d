import type { Placement } from '../../outlets'
import type { Box01, PxBox, Size } from '../../raster'
import type { FrameSettings } from './settings'

/** What decides where a frame lies. */
type Asked = Omit<
  FrameSettings,
  'reach' | 'mostPx' | 'enlarge' | 'enlargeBy' | 'turnDeg' | 'straighten' | 'corners'
>

/** The size of a placement's picture in pixels for a frame of this ratio. */
export function placementSize(
  { longSidePx }: Pick<Placement, 'longSidePx'>,
  { ratio, mostPx }: Pick<FrameSettings, 'ratio' | 'mostPx'>,
): Size {
  const longer = Math.min(longSidePx, mostPx)
  const longest = Math.max(ratio.width, ratio.height)
  return {
    width: Math.max(1, Math.round((longer * ratio.width) / longest)),
    height: Math.max(1, Math.round((longer * ratio.height) / longest)),
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
 * Frames a product. The window has exactly the asked ratio, so nothing is distorted; the product takes the
 * asked share of it, stands in its middle or on its base line, and is moved by what was asked.
 *
 * @param box the product, in pixels of the (turned) photograph.
 * @param weight where its weight lies, in the same pixels.
 */
export function frameProduct(
  box: PxBox,
  asked: Asked,
  weight: { readonly x: number; readonly y: number } = middleOf(box),
): PxBox {
  const aspect = asked.ratio.width / asked.ratio.height
  const room = roomOf(asked)
  const along = { width: box.width / room.width, height: (box.height * aspect) / room.height }
  const extent =
    asked.fillOf === 'width' || asked.fillOf === 'height'
      ? along[asked.fillOf]
      : Math.max(along.width, along.height)
  const width = extent / (asked.sizePct / 100)
  const height = width / aspect
  const centre = asked.centreBy === 'weight' ? weight : middleOf(box)
  const y =
    asked.stand === 'base'
      ? box.y + box.height - height * (1 - asked.basePct / 100)
      : centre.y - height * (room.y + room.height / 2)
  return {
    x: centre.x - width * (room.x + room.width / 2) - (asked.shiftXPct / 100) * width,
    y: y - (asked.shiftYPct / 100) * height,
    width,
    height,
  }
}

/** The part of a frame that a product is to fill: what its margins leave, or its middle. */
export function roomOf(
  asked: Pick<FrameSettings, 'fillPct' | 'fillOf' | `margin${Margin}Pct`>,
): Box01 {
  if (asked.fillOf !== 'margins') {
    const share = asked.fillPct / 100
    return { x: (1 - share) / 2, y: (1 - share) / 2, width: share, height: share }
  }
  const [x, y] = [asked.marginLeftPct / 100, asked.marginTopPct / 100]
  const width = 1 - x - asked.marginRightPct / 100
  const height = 1 - y - asked.marginBottomPct / 100
  return { x, y, width, height }
}
type Margin = 'Top' | 'Right' | 'Bottom' | 'Left'

const middleOf = ({ x, y, width, height }: PxBox): { x: number; y: number } => ({
  x: x + width / 2,
  y: y + height / 2,
})

/**
 * The largest window of the asked ratio that lies inside, about a place as far as it fits; a smaller one,
 * such as a product's frame, keeps its size.
 */
export function cropInside(
  inside: PxBox,
  { ratio }: Pick<FrameSettings, 'ratio'>,
  about: { readonly x: number; readonly y: number },
  wanted: Size = { width: Infinity, height: Infinity },
): PxBox {
  const aspect = ratio.width / ratio.height
  const width = Math.min(inside.width, inside.height * aspect, wanted.width)
  const height = width / aspect
  return keepInside({ x: about.x - width / 2, y: about.y - height / 2, width, height }, inside)
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

/** Moves a window inside the photograph, or a part of it, as far as it fits; a side that does not fit is centred. */
export function keepInside(window: PxBox, inside: Size & Partial<PxBox>): PxBox {
  const along = (start: number, length: number, first: number, limit: number): number =>
    first +
    (length > limit ? (limit - length) / 2 : Math.min(Math.max(start - first, 0), limit - length))
  return {
    ...window,
    x: along(window.x, window.width, inside.x ?? 0, inside.width),
    y: along(window.y, window.height, inside.y ?? 0, inside.height),
  }
}

/** Whether a window reaches beyond the photograph by more than rounding. */
export function reachesBeyond(
  { x, y, width, height }: PxBox,
  inside: Size & Partial<PxBox>,
): boolean {
  const slack = 0.5
  const [left, top] = [inside.x ?? 0, inside.y ?? 0]
  return (
    x < left - slack ||
    y < top - slack ||
    x + width > left + inside.width + slack ||
    y + height > top + inside.height + slack
  )
}
