import type { CurvePoint } from '@cloudbank/core/steps'
import { strings } from './strings'

/** A point that was set on the curve: arrow keys move it, Delete takes it off. */
export function CurveDot(props: {
  index: number
  point: CurvePoint
  onMove: (point: CurvePoint) => void
  onDrop: () => void
}) {
  const { index, point, onMove, onDrop } = props
  const key = (event: React.KeyboardEvent): void => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
      event.key
    ]
    const drops = event.key === 'Delete' || event.key === 'Backspace'
    if (!step && !drops) return
    event.preventDefault()
    event.stopPropagation()
    const bounded = (value: number): number => Math.min(100, Math.max(0, value))
    if (step) onMove({ x: bounded(point.x + step[0]!), y: bounded(point.y + step[1]!) })
    else onDrop()
  }
  return (
    <div
      className="tone-dot"
      role="slider"
      tabIndex={0}
      aria-label={strings.pointOfCurve(index + 1)}
      aria-valuenow={point.y}
      style={{ left: `${point.x}%`, top: `${100 - point.y}%` }}
      onKeyDown={key}
    />
  )
}
