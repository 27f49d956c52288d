import { useRef, type PointerEvent, type PointerEventHandler, type RefObject } from 'react'
import { pointUnder, type PicturePoint, type Shown, type Sides } from './view'

/** What the pointer does instead of moving the picture. */
export interface PointerTool {
  readonly cursor: string
  readonly onDown: (at: PicturePoint, event: PointerEvent) => void
  readonly onDrag: (at: PicturePoint) => void
  readonly onUp: (at: PicturePoint) => void
}

interface Options {
  readonly frame: RefObject<HTMLElement | null>
  readonly shown: Shown | null
  readonly picture: Sides
  readonly tool: PointerTool | null
  readonly onPoint: ((point: PicturePoint | null) => void) | undefined
}

type Handlers = Readonly<
  Record<
    'onPointerDown' | 'onPointerMove' | 'onPointerUp' | 'onPointerCancel' | 'onPointerLeave',
    PointerEventHandler
  >
>

/** Tells a tool what the pointer does, in fractions of the picture's sides, whichever pane it is in. */
export function useViewerTool({ frame, shown, picture, tool, onPoint }: Options): Handlers {
  const working = useRef(false)
  // Whoever draws gives a tool anew with each drawing; what is held down goes on with the newest.
  const latest = useRef(tool)
  latest.current = tool ?? latest.current
  const pointOf = (event: PointerEvent): PicturePoint | null => {
    if (!shown || !frame.current) return null
    const box = frame.current.getBoundingClientRect()
    const at = { x: (event.clientX - box.left) % shown.pane.width, y: event.clientY - box.top }
    return pointUnder(at, shown.view, picture)
  }
  const release = (event: PointerEvent): void => {
    const at = pointOf(event)
    if (working.current && at) latest.current?.onUp(at)
    working.current = false
  }
  return {
    onPointerDown: (event) => {
      const at = pointOf(event)
      if (!tool || !at || event.button !== 0) return
      event.currentTarget.setPointerCapture(event.pointerId)
      working.current = true
      tool.onDown(at, event)
    },
    onPointerMove: (event) => {
      const at = pointOf(event)
      const inside = at && at.x >= 0 && at.x < 1 && at.y >= 0 && at.y < 1
      onPoint?.(inside ? at : null)
      if (working.current && at) latest.current?.onDrag(at)
    },
    onPointerUp: release,
    onPointerCancel: release,
    onPointerLeave: () => onPoint?.(null),
  }
}
