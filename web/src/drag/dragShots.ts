import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter'
import { useEffect, useRef, useState, type RefObject } from 'react'

const KIND = 'shot'

/** Lets an element be dragged as a shot; the shot is named when it is dropped. */
export function useDragShots(element: RefObject<HTMLElement | null>, shotId: string): void {
  useEffect(() => {
    if (!element.current) return
    return draggable({
      element: element.current,
      getInitialData: () => ({ kind: KIND, shotId }),
    })
  }, [element, shotId])
}

/**
 * Lets shots be dropped on an element; says whether one is over it.
 *
 * @param onDrop told the shot's id; null takes none.
 */
export function useDropShots(
  element: RefObject<HTMLElement | null>,
  onDrop: ((shotId: string) => void) | null,
): boolean {
  const [over, setOver] = useState(false)
  const latest = useRef(onDrop)
  latest.current = onDrop
  const takes = onDrop !== null
  useEffect(() => {
    if (!element.current || !takes) return
    return dropTargetForElements({
      element: element.current,
      canDrop: ({ source }) => source.data.kind === KIND,
      onDragEnter: () => setOver(true),
      onDragLeave: () => setOver(false),
      onDrop: ({ source }) => {
        setOver(false)
        const { shotId } = source.data
        if (typeof shotId === 'string') latest.current?.(shotId)
      },
    })
  }, [element, takes])
  return over
}
