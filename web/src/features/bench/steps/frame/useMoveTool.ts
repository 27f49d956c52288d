import { useEffect, useRef } from 'react'
import type { FrameSettings } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'
import type { Bench } from '../../useBench'
import type { Place, PointerTool } from '../../Viewer'

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

/** Moves the product by dragging, or by pixels with Shift and the arrows; null where there is none to move. */
export function useMoveTool({ editor, rendition }: Bench): PointerTool | null {
  const { frame } = editor.steps
  const from = useRef<{ readonly at: Place; readonly shift: Shift } | null>(null)
  const keep = (shift: Shift): void => {
    const words = `Moved ${formatSigned(shift.shiftXPct, 1)} % across, ${formatSigned(shift.shiftYPct, 1)} % down`
    editor.actions.keep(words, 'frame', shift, 'shift')
  }
  const shiftTo = (at: Place): Shift | null => {
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
      from.current = { at, shift: frame }
    },
    onDrag: (at) => {
      const shift = shiftTo(at)
      if (shift) editor.actions.show('frame', shift)
    },
    onUp: (at) => {
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
