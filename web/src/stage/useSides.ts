import { useEffect, useState, type RefObject } from 'react'
import type { Sides } from './view'

/** Sides of an element, in screen pixels, as they change; 0 × 0 at first. */
export function useSides(frame: RefObject<HTMLElement | null>): Sides {
  const [sides, setSides] = useState<Sides>({ width: 0, height: 0 })
  useEffect(() => {
    if (!frame.current) return
    const observer = new ResizeObserver(([entry]) => entry && setSides(entry.contentRect))
    observer.observe(frame.current)
    return () => observer.disconnect()
  }, [frame])
  return sides
}
