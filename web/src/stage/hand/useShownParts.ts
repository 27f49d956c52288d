import { useEffect, useMemo, useState } from 'react'
import { fitInside, WHOLE_01, type Box01, type Size } from '@cloudbank/core/raster'
import type { Shown } from '../view'

export interface ShownPart {
  readonly window: Box01
  readonly size: Size
}

/** Longer side at which the whole is drawn, in pixels. */
const WHOLE_SIDE_PX = 1200
/** What is looked at closely follows when the picture has been still for this long. */
const STILL_MS = 120

/** The parts of a photograph that are drawn: the whole, and what is seen of it where that is enlarged. */
export function useShownParts(
  photograph: Size,
  shown: Shown | null,
): { readonly whole: ShownPart; readonly detail: ShownPart | null } {
  const { width, height } = photograph
  const whole = useMemo(
    (): ShownPart => ({ window: WHOLE_01, size: fitInside({ width, height }, WHOLE_SIDE_PX) }),
    [width, height],
  )
  const [detail, setDetail] = useState<ShownPart | null>(null)
  useEffect(() => {
    const timer = setTimeout(
      () => setDetail(shown && closePart({ width, height }, shown)),
      STILL_MS,
    )
    return () => clearTimeout(timer)
  }, [width, height, shown])
  return { whole, detail }
}

/** What is seen, in the pixels of the screen; null where the whole has as many. */
function closePart(photograph: Size, { view, pane }: Shown): ShownPart | null {
  const scale = view.scale * devicePixelRatio
  const longer = Math.max(photograph.width, photograph.height)
  if (scale * longer <= WHOLE_SIDE_PX * 1.1) return null
  const across = photograph.width * view.scale
  const down = photograph.height * view.scale
  const x = Math.max(0, -view.x / across)
  const y = Math.max(0, -view.y / down)
  const right = Math.min(1, (pane.width - view.x) / across)
  const bottom = Math.min(1, (pane.height - view.y) / down)
  if (right <= x || bottom <= y) return null
  // Beyond 1:1 there is no more to see.
  const most = Math.min(1, scale)
  const size = {
    width: Math.max(1, Math.round((right - x) * photograph.width * most)),
    height: Math.max(1, Math.round((bottom - y) * photograph.height * most)),
  }
  return { window: { x, y, width: right - x, height: bottom - y }, size }
}
