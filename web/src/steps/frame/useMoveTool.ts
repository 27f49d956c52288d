import { useEffect, useRef } from 'react'
import type { Box01 } from '@cloudbank/core/raster'
import type { FrameSettings } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'
import type { Bench } from '../../stage/bench'
import type { PicturePoint } from '../../stage/view'
import type { PointerTool } from '../../stage/useViewerTool'
import { strings } from './strings'

/** The settings that move the product. */
type Shift = Pick<FrameSettings, 'shiftXPct' | 'shiftYPct'>

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** Pixels of the rendition that an arrow with Shift moves, and with Alt as well. */
const STEP_PX = 1
const FAR_PX = 10
/** The size that pixels are of until a rendition is made. */
const UNMADE = { width: 1200, height: 1200 }

const bounded = (pct: number): number => Math.round(Math.min(50, Math.max(-50, pct)) * 1000) / 1000

/** How near to a corner of the product's box a press takes hold of it, as a share of the picture. */
const HOLD_01 = 0.03
const [MIN_SIZE_PCT, MAX_SIZE_PCT] = [20, 300]

/** A corner of the product that is held: where its middle was, how far from it the press, and its size then. */
interface Held {
  readonly middle: PicturePoint
  readonly distance: number
  readonly sizePct: number
}

/**
 * Moves the product by dragging, or by pixels with Shift and the arrows; sizes it by a corner of its box. Null where
 * there is none to move.
 *
 * @param product its box in the picture that is shown.
 */
export function useMoveTool(
  { editor, rendition }: Bench,
  product: Box01 | null,
): PointerTool | null {
  const { frame } = editor.steps
  const from = useRef<{ readonly at: PicturePoint; readonly shift: Shift } | null>(null)
  const held = useRef<Held | null>(null)
  const sizeAt = (at: PicturePoint): number | null => {
    const { current } = held
    if (!current) return null
    const times = distanceBetween(at, current.middle) / current.distance
    const sizePct = Math.min(MAX_SIZE_PCT, Math.max(MIN_SIZE_PCT, current.sizePct * times))
    return Math.round(sizePct * 10) / 10
  }
  const keep = (shift: Shift): void => {
    const words = strings.movedAcrossDown(
      formatSigned(shift.shiftXPct, 1),
      formatSigned(shift.shiftYPct, 1),
    )
    editor.actions.keep(words, 'frame', shift, 'shift')
  }
  const shiftTo = (at: PicturePoint): Shift | null => {
    const { current } = from
    return (
      current && {
        shiftXPct: bounded(current.shift.shiftXPct + (at.x - current.at.x) * 100),
        shiftYPct: bounded(current.shift.shiftYPct + (at.y - current.at.y) * 100),
      }
    )
  }
  const tool: PointerTool = {
    cursor: 'move',
    onDown: (at) => {
      held.current = product && holdAt(at, product, frame.sizePct)
      if (!held.current) from.current = { at, shift: frame }
    },
    onDrag: (at) => {
      const sizePct = sizeAt(at)
      if (sizePct !== null) editor.actions.show('frame', { sizePct })
      const shift = shiftTo(at)
      if (shift) editor.actions.show('frame', shift)
    },
    onUp: (at) => {
      const sizePct = sizeAt(at)
      if (sizePct !== null && sizePct !== held.current?.sizePct)
        editor.actions.keep(strings.size(sizePct), 'frame', { sizePct })
      held.current = null
      const shift = shiftTo(at)
      const before = from.current?.shift
      from.current = null
      // A click that moves nothing is no deed.
      if (shift && (shift.shiftXPct !== before?.shiftXPct || shift.shiftYPct !== before.shiftYPct))
        keep(shift)
    },
  }
  const { width, height } = rendition ?? UNMADE
  /** A photograph that is left whole has no product to be moved. */
  const canMove = rendition?.productBox !== null
  const nudge = useRef<(event: KeyboardEvent) => void>(() => undefined)
  nudge.current = (event) => {
    const arrow = ARROWS[event.key]
    const isElsewhere =
      event.target instanceof Element &&
      event.target.closest('input, select, textarea, dialog, [role=dialog]')
    if (!arrow || !event.shiftKey || isElsewhere || !canMove) return
    event.preventDefault()
    event.stopPropagation()
    const px = event.altKey ? FAR_PX : STEP_PX
    keep({
      shiftXPct: bounded(frame.shiftXPct + ((arrow[0] * px) / width) * 100),
      shiftYPct: bounded(frame.shiftYPct + ((arrow[1] * px) / height) * 100),
    })
  }
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => nudge.current(event)
    window.addEventListener('keydown', listen, { capture: true })
    return () => window.removeEventListener('keydown', listen, { capture: true })
  }, [])
  return canMove ? tool : null
}

const distanceBetween = (a: PicturePoint, b: PicturePoint): number =>
  Math.hypot(a.x - b.x, a.y - b.y)

function holdAt(at: PicturePoint, { x, y, width, height }: Box01, sizePct: number): Held | null {
  const corners = [x, x + width].flatMap((cx) => [y, y + height].map((cy) => ({ x: cx, y: cy })))
  if (!corners.some((corner) => distanceBetween(corner, at) < HOLD_01)) return null
  const middle = { x: x + width / 2, y: y + height / 2 }
  return { middle, distance: distanceBetween(at, middle), sizePct }
}
