import { useRef, type PointerEvent, type PointerEventHandler } from 'react'
import type { CurvePoint, LightSettings } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'
import type { ShotActions } from '../../stage/useShotEditor'
import { strings } from './strings'

/** A press nearer to the curve than this, in pixels, takes hold of it. */
const NEAR_PX = 9
/** Stops for each pixel by which the tones are pushed. */
const EV_PER_PX = 0.01
const MAX_POINTS = 8
/** What exposure is rounded to: twentieths of a stop. */
const EV_STEPS = 20

/** What the hand holds. */
type Held =
  | { readonly kind: 'push'; readonly fromX: number; readonly fromEv: number }
  | { readonly kind: 'point'; readonly index: number }

interface Options {
  readonly settings: LightSettings
  readonly tone: (tone01: number) => number
  readonly actions: ShotActions
  readonly keepCurve: (next: readonly CurvePoint[]) => void
}

type Handlers = Readonly<
  Record<
    'onPointerDown' | 'onPointerMove' | 'onPointerUp' | 'onPointerCancel',
    PointerEventHandler<SVGSVGElement>
  >
>

/** A press on the curve takes hold of it or sets a point; one beside it pushes the tones, which is exposure. */
export function useToneHand({ settings, tone, actions, keepCurve }: Options): Handlers {
  const held = useRef<Held | null>(null)
  const { curve } = settings
  const press = (event: PointerEvent<SVGSVGElement>): void => {
    const { x, y, box } = placeOf(event)
    event.currentTarget.setPointerCapture(event.pointerId)
    const near = curve.findIndex(
      (point) =>
        Math.hypot((point.x / 100 - x) * box.width, (point.y / 100 - y) * box.height) < NEAR_PX,
    )
    if (near >= 0) held.current = { kind: 'point', index: near }
    else if (Math.abs(tone(x) - y) * box.height < NEAR_PX && curve.length < MAX_POINTS) {
      actions.show('light', { curve: [...curve, pointAt(event)] })
      held.current = { kind: 'point', index: curve.length }
    } else held.current = { kind: 'push', fromX: event.clientX, fromEv: settings.exposureEv }
  }
  const drag = (event: PointerEvent<SVGSVGElement>): void => {
    const hold = held.current
    if (hold?.kind === 'point')
      actions.show('light', { curve: curve.with(hold.index, pointAt(event)) })
    if (hold?.kind === 'push') actions.show('light', { exposureEv: pushed(event, hold) })
  }
  const letGo = (event: PointerEvent<SVGSVGElement>): void => {
    const hold = held.current
    held.current = null
    if (hold?.kind === 'point') keepCurve(curve.with(hold.index, pointAt(event)))
    if (hold?.kind !== 'push') return
    const exposureEv = pushed(event, hold)
    if (exposureEv === hold.fromEv) return
    actions.keep(
      strings.exposure(formatSigned(exposureEv, 2)),
      'light',
      { exposureEv },
      'exposureEv',
    )
  }
  return { onPointerDown: press, onPointerMove: drag, onPointerUp: letGo, onPointerCancel: letGo }
}

function placeOf(event: PointerEvent<SVGSVGElement>) {
  const box = event.currentTarget.getBoundingClientRect()
  const x = (event.clientX - box.left) / box.width
  const y = 1 - (event.clientY - box.top) / box.height
  return { x, y, box }
}

function pointAt(event: PointerEvent<SVGSVGElement>): CurvePoint {
  const { x, y } = placeOf(event)
  const bounded = (value: number): number => Math.round(Math.min(100, Math.max(0, value * 100)))
  return { x: bounded(x), y: bounded(y) }
}

function pushed(
  { clientX }: PointerEvent,
  { fromX, fromEv }: Extract<Held, { kind: 'push' }>,
): number {
  const ev = Math.min(3, Math.max(-3, fromEv + (clientX - fromX) * EV_PER_PX))
  return Math.round(ev * EV_STEPS) / EV_STEPS
}
