import { useState } from 'react'
import { describeChange } from '../../settings'
import { numberControl } from '../../stage/controls'
import type { ShotActions } from '../../stage/useShotEditor'
import { strings } from './strings'

interface Props {
  readonly field: 'shadows' | 'highlights' | 'blackPoint' | 'whitePoint'
  readonly value: number
  /** Where it lies on the instrument, 0…1 from the left and from below. */
  readonly x01: number
  readonly y01: number
  /** The way in which dragging makes it more. */
  readonly direction: 'up' | 'right' | 'left'
  readonly actions: ShotActions
}

/** Units of a setting for a pixel of dragging. */
const PER_PX = 1.25

/** A handle on the tones: dragged, or moved by arrow keys. */
export function ToneHandle({ field, value, x01, y01, direction, actions }: Props) {
  const [held, setHeld] = useState<{ x: number; y: number; from: number } | null>(null)
  const control = numberControl('light', field)
  const keep = (next: number): void =>
    actions.keep(describeChange('light', control, next), 'light', { [field]: next }, field)
  const bounded = (next: number): number => Math.round(Math.min(100, Math.max(-100, next)))
  const at = (event: React.PointerEvent): number => {
    if (!held) return value
    const by = {
      up: held.y - event.clientY,
      right: event.clientX - held.x,
      left: held.x - event.clientX,
    }[direction]
    return bounded(held.from + by * PER_PX)
  }
  const key = (event: React.KeyboardEvent): void => {
    const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    event.stopPropagation()
    keep(bounded(value + by))
  }
  return (
    <div
      className={direction === 'up' ? 'tone-handle' : 'tone-end'}
      role="slider"
      tabIndex={0}
      aria-label={strings.handle(control.label)}
      aria-valuenow={value}
      aria-valuemin={-100}
      aria-valuemax={100}
      title={control.label}
      style={{ left: `${x01 * 100}%`, top: `${(1 - y01) * 100}%` }}
      onKeyDown={key}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        setHeld({ x: event.clientX, y: event.clientY, from: value })
      }}
      onPointerMove={(event) => held && actions.show('light', { [field]: at(event) })}
      onPointerUp={(event) => {
        if (held && at(event) !== held.from) keep(at(event))
        setHeld(null)
      }}
    />
  )
}
