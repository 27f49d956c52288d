import { useEffect, useRef } from 'react'

/** Up and down move by a row; left and right are commands of their own. */
export function useArrows(stepRow: (by: 1 | -1) => void): void {
  const latest = useRef(stepRow)
  latest.current = stepRow
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
      const { target } = event
      const isElsewhere =
        target instanceof HTMLElement && target.closest('input, textarea, select, [role=dialog]')
      if (by === 0 || isElsewhere) return
      event.preventDefault()
      latest.current(by)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
