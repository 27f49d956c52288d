import { useEffect, useRef } from 'react'

/** Up and down move by a row; left and right are commands of their own. */
export function useArrows(step: (by: number) => void, columns: number): void {
  const latest = useRef({ step, columns })
  latest.current = { step, columns }
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
      const { target } = event
      const isElsewhere =
        target instanceof HTMLElement && target.closest('input, textarea, select, [role=dialog]')
      if (by === 0 || isElsewhere) return
      event.preventDefault()
      latest.current.step(by * latest.current.columns)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
