import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useMemo, useRef, useState } from 'react'
import type { Origin } from '@cloudbank/core/brief'
import { toneCurve, type CurvePoint } from '@cloudbank/core/steps'
import { Action } from '../../../../ui'
import type { ShotActions } from '../../useShotEditor'

const SIDE = 100
/** A press nearer than this to a point takes hold of it. */
const NEAR = 6
const MOST_POINTS = 8
/** How far an arrow key moves a point. */
const KEY_STEP = 1

/** The tone curve: press to set a point, drag it, Delete takes it away; arrow keys move it. */
export const CurveEditor = memo(function CurveEditor(props: {
  curve: readonly CurvePoint[]
  origin: Origin
  actions: ShotActions
}) {
  const { curve, origin, actions } = props
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<number | null>(null)
  const path = useMemo(() => pathOf(curve), [curve])
  const at = (event: React.PointerEvent): CurvePoint => {
    const box = svg.current!.getBoundingClientRect() // it has been pressed
    const bounded = (value: number): number => Math.round(Math.min(SIDE, Math.max(0, value)))
    return {
      x: bounded(((event.clientX - box.left) / box.width) * SIDE),
      y: bounded((1 - (event.clientY - box.top) / box.height) * SIDE),
    }
  }
  const moved = (index: number, point: CurvePoint): CurvePoint[] =>
    curve.map((old, i) => (i === index ? point : old))
  const keep = (next: CurvePoint[]): void =>
    actions.keep('Tone curve', 'light', { curve: next }, 'curve')

  const press = (event: React.PointerEvent): void => {
    const point = at(event)
    event.currentTarget.setPointerCapture(event.pointerId)
    const near = curve.findIndex(({ x, y }) => Math.hypot(x - point.x, y - point.y) < NEAR)
    if (near >= 0) setHeld(near)
    else if (curve.length < MOST_POINTS) {
      actions.show('light', { curve: [...curve, point] })
      setHeld(curve.length)
    }
  }
  const key = (event: React.KeyboardEvent, index: number): void => {
    const point = curve[index]!
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
      event.key
    ]
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault()
      event.stopPropagation()
      keep(curve.filter((_, i) => i !== index))
    } else if (step) {
      event.preventDefault()
      event.stopPropagation()
      const bounded = (value: number): number => Math.min(SIDE, Math.max(0, value))
      keep(
        moved(index, {
          x: bounded(point.x + step[0]! * KEY_STEP),
          y: bounded(point.y + step[1]! * KEY_STEP),
        }),
      )
    }
  }
  return (
    <Box marginTop="6px">
      <Flex align="center">
        <Text fontSize="12px" flex="1" fontWeight={origin === 'shot' ? 700 : 400}>
          Curve
        </Text>
        {curve.length > 0 && (
          <Action look="quiet" fontSize="12px" onClick={() => keep([])}>
            Straighten
          </Action>
        )}
      </Flex>
      <svg
        ref={svg}
        viewBox={`0 0 ${SIDE} ${SIDE}`}
        aria-label="Tone curve"
        style={{ width: '100%', height: 120, touchAction: 'none', display: 'block' }}
        preserveAspectRatio="none"
        fill="none"
        stroke="currentColor"
        onPointerDown={press}
        onPointerMove={(event) =>
          held !== null && actions.show('light', { curve: moved(held, at(event)) })
        }
        onPointerUp={(event) => {
          if (held !== null) keep(moved(held, at(event)))
          setHeld(null)
        }}
      >
        <rect
          x="0"
          y="0"
          width={SIDE}
          height={SIDE}
          strokeWidth="0.6"
          opacity="0.4"
          fill="transparent"
        />
        <path d={`M0 ${SIDE}L${SIDE} 0`} strokeWidth="0.5" strokeDasharray="2 2" opacity="0.5" />
        <path d={path} strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
        {curve.map((point, i) => (
          <circle
            key={i}
            cx={point.x}
            cy={SIDE - point.y}
            r="2.4"
            fill="currentColor"
            tabIndex={0}
            role="slider"
            aria-label={`Point ${i + 1} of the curve`}
            aria-valuenow={point.y}
            onKeyDown={(event) => key(event, i)}
          />
        ))}
      </svg>
    </Box>
  )
})

const NEUTRAL_TONE = {
  contrast: 0,
  shadows: 0,
  highlights: 0,
  blackPoint: 0,
  whitePoint: 0,
  even: null,
} as const

function pathOf(points: readonly CurvePoint[]): string {
  const curve = toneCurve({ ...NEUTRAL_TONE, curve: [...points] })
  return Array.from({ length: 51 }, (_, i) => {
    const y = SIDE - curve(i / 50) * SIDE
    return `${i === 0 ? 'M' : 'L'}${i * 2} ${y.toFixed(2)}`
  }).join('')
}
