import SelectionArea from '@viselect/vanilla'
import { useEffect, type RefObject } from 'react'
import { useSheet } from './sheetStore'
import './marquee.css'

/** Dragging from empty ground selects the tiles that the rectangle touches; shift or ctrl adds. */
export function useMarquee(scroller: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const boundary = scroller.current
    if (!boundary) return
    let ids = new Set<string>()
    const area = new SelectionArea({
      selectables: ['.tiles .tile'],
      boundaries: [boundary],
      startAreas: [boundary],
      container: boundary,
      selectionAreaClass: 'marquee',
      features: { singleTap: { allow: false, intersect: 'native' } },
    })
    area
      // A tile itself is dragged to another product.
      .on('beforestart', ({ event }) => !isInTile(event?.target ?? null))
      .on('start', ({ event }) => {
        const adds =
          event instanceof MouseEvent && (event.shiftKey || event.ctrlKey || event.metaKey)
        ids = new Set(adds ? useSheet.getState().selection.ids : [])
        area.clearSelection(true, true)
      })
      .on('move', ({ store: { changed } }) => {
        for (const element of changed.added) ids.add(shotOf(element))
        for (const element of changed.removed) ids.delete(shotOf(element))
        if (changed.added.length + changed.removed.length > 0) useSheet.getState().pickAll([...ids])
      })
    return () => area.destroy()
  }, [scroller])
}

const isInTile = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('.tile') !== null

const shotOf = (element: Element): string => element.getAttribute('data-shot') ?? ''
