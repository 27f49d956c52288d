import { select } from 'd3-selection'
import { zoom, zoomIdentity, zoomTransform, type D3ZoomEvent } from 'd3-zoom'
import { useEffect, type RefObject } from 'react'
import { MAX_SCALE, MIN_SCALE, type View } from './view'

/** So much of the wheel makes the picture larger by e. */
const WHEEL_PX = 300

/**
 * Lets the pointer move a pane's picture, and the wheel or two fingers zoom it where they are.
 *
 * @param pointer what the main button and one finger do: the picture's own are moved by them, or a tool works.
 */
export function usePanZoom(
  pane: RefObject<HTMLElement | null>,
  view: View | null,
  onView: (view: View) => void,
  pointer: 'moves' | 'works',
): void {
  useEffect(() => {
    if (!pane.current) return
    const behaviour = zoom<HTMLElement, unknown>()
      .scaleExtent([MIN_SCALE, MAX_SCALE])
      .wheelDelta(({ deltaY }) => (-deltaY / WHEEL_PX) * Math.LOG2E)
      .filter((event: MouseEvent | TouchEvent) => isForThePicture(event, pointer))
      .on('zoom', ({ transform, sourceEvent }: D3ZoomEvent<HTMLElement, unknown>) => {
        const { k: scale, x, y } = transform
        if (sourceEvent) onView({ scale, x, y })
      })
    const selected = select(pane.current)
    selected.call(behaviour).on('dblclick.zoom', null)
    return () => void selected.on('.zoom', null)
  }, [pane, onView, pointer])

  // Moved by keys, or in the pane beside this one.
  useEffect(() => {
    const element = pane.current
    if (!element || !view) return
    const { k, x, y } = zoomTransform(element)
    if (k === view.scale && x === view.x && y === view.y) return
    select(element).property('__zoom', zoomIdentity.translate(view.x, view.y).scale(view.scale))
  }, [pane, view])
}

function isForThePicture(event: MouseEvent | TouchEvent, pointer: 'moves' | 'works'): boolean {
  if (event.type === 'wheel') return true
  if ('touches' in event) return pointer === 'moves' || event.touches.length > 1
  return event.button === 1 || (event.button === 0 && pointer === 'moves')
}
