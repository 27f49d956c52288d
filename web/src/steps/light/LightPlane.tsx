import { recipeOf, stepsOf } from '../../work/model'
import { useMemo, useRef, useState } from 'react'
import type { OwnControlProps } from '../../stage/controls'
import { LightDials } from './LightDials'
import { comparedWith } from '../../stage/comparedWith'
import { strings } from './strings'

const WIDTH = 240
const HEIGHT = 84
/** How far an arrow key moves the light. */
const KEY_STEP = 1

const toX = (warmth: number): number => ((warmth + 100) / 200) * WIDTH
const toY = (tint: number): number => ((100 - tint) / 200) * HEIGHT

/** Warmth and tint as one place on a plane, with the siblings as rings. */
export function LightPlane({ editor, view, shot }: OwnControlProps) {
  const { warmth, tint } = editor.steps.light
  const { actions } = editor
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState(false)
  const siblings = useMemo(() => {
    const recipe = recipeOf(view)
    return comparedWith(shot, view).map((other) => ({
      id: other.id,
      light: stepsOf(other, recipe).light,
    }))
  }, [shot, view])
  const at = (event: React.PointerEvent): { warmth: number; tint: number } => {
    const box = svg.current!.getBoundingClientRect() // it has been pressed
    const bounded = (value: number): number => Math.round(Math.min(100, Math.max(-100, value)))
    return {
      warmth: bounded(((event.clientX - box.left) / box.width) * 200 - 100),
      tint: bounded(100 - ((event.clientY - box.top) / box.height) * 200),
    }
  }
  const keep = (next: { warmth: number; tint: number }): void =>
    actions.keep(strings.light(next.warmth, next.tint), 'light', next, 'plane')
  const key = (event: React.KeyboardEvent): void => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
      event.key
    ]
    if (!step) return
    event.preventDefault()
    event.stopPropagation()
    keep({ warmth: warmth + step[0]! * KEY_STEP, tint: tint + step[1]! * KEY_STEP })
  }
  return (
    <>
      <svg
        ref={svg}
        className="light-plane"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="group"
        aria-label={strings.colourOfLight}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          setHeld(true)
          actions.show('light', at(event))
        }}
        onPointerMove={(event) => held && actions.show('light', at(event))}
        onPointerUp={(event) => {
          if (held) keep(at(event))
          setHeld(false)
        }}
      >
        <path d={`M${WIDTH / 2} 0V${HEIGHT}M0 ${HEIGHT / 2}H${WIDTH}`} className="axis" />
        {siblings.map(({ id, light }) => (
          <circle
            key={id}
            cx={toX(light.warmth)}
            cy={toY(light.tint)}
            r="3.5"
            className="sibling"
          />
        ))}
        <text x="4" y="12">
          {strings.magenta}
        </text>
        <text x="4" y={HEIGHT - 5}>
          {strings.cooler}
        </text>
        <text x={WIDTH - 4} y={HEIGHT - 5} textAnchor="end">
          {strings.warmer}
        </text>
        <circle
          cx={toX(warmth)}
          cy={toY(tint)}
          r="5.5"
          className="here"
          tabIndex={0}
          role="slider"
          aria-label={strings.warmthAndTint}
          aria-valuenow={warmth}
          aria-valuetext={`warmth ${warmth}, tint ${tint}`}
          onKeyDown={key}
        />
      </svg>
      <LightDials editor={editor} fields={['warmth', 'tint']} />
    </>
  )
}
