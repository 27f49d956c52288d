import { chakra } from '@chakra-ui/react'
import { useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { Sides } from '../../stage/view'
import { inPicture, onProduct, type Surroundings } from './placing'
import { strings } from './strings'
import type { ListedMark, Marks } from './useMarks'

interface Props {
  readonly marks: Marks
  readonly selected: readonly string[]
  readonly surroundings: Surroundings
  /** Of the picture on the screen, in pixels. */
  readonly sides: Sides
}

interface Dot {
  readonly key: string
  readonly label: string
  readonly at: { readonly x: number; readonly y: number }
  readonly keep: (at: { x: number; y: number }) => void
}

/** The places of the product that the selected marks point to. */
export function MarkTargets({ marks, selected, surroundings, sides }: Props) {
  return marks.listed
    .filter(({ mark, standing }) => standing === 'drawn' && selected.includes(mark.id))
    .flatMap((listed) => dotsOf(listed, marks))
    .map((dot) => <TargetDot key={dot.key} dot={dot} surroundings={surroundings} sides={sides} />)
}

function dotsOf({ mark, name }: ListedMark, marks: Marks): Dot[] {
  if (mark.kind === 'call-out')
    return [
      {
        key: mark.id,
        label: strings.targetOf(name),
        at: mark.target,
        keep: (target) => marks.place(mark.id, strings.moved(name), { target }),
      },
    ]
  if (mark.kind !== 'dimension' || mark.along.kind !== 'points') return []
  const { along } = mark
  return (['from', 'to'] as const).map((end) => ({
    key: `${mark.id} ${end}`,
    label: strings.endOf(name, end === 'from' ? strings.start : strings.end),
    at: along[end],
    keep: (at) =>
      marks.edit(mark.id, strings.moved(name), (one) =>
        one.kind === 'dimension' ? { ...one, along: { ...along, [end]: at } } : one,
      ),
  }))
}

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const STEP_01 = 0.01

interface DotProps extends Pick<Props, 'surroundings' | 'sides'> {
  readonly dot: Dot
}

/** A place that is dragged, or moved by the arrows. */
function TargetDot({ dot, surroundings, sides }: DotProps) {
  const [dragged, setDragged] = useState<{ readonly x: number; readonly y: number } | null>(null)
  const at = dragged ?? inPicture(dot.at, surroundings)
  const pointOf = (event: PointerEvent<HTMLElement>): { x: number; y: number } => {
    const box = event.currentTarget.parentElement!.getBoundingClientRect() // the picture
    return {
      x: (event.clientX - box.left) / sides.width,
      y: (event.clientY - box.top) / sides.height,
    }
  }
  const onKey = (event: KeyboardEvent): void => {
    const arrow = ARROWS[event.key]
    if (!arrow) return
    event.preventDefault()
    event.stopPropagation()
    const next = { x: at.x + arrow[0] * STEP_01, y: at.y + arrow[1] * STEP_01 }
    dot.keep(onProduct(next, surroundings))
  }
  return (
    <Place
      type="button"
      aria-label={dot.label}
      title={dot.label}
      style={{ left: at.x * sides.width - 7, top: at.y * sides.height - 7 }}
      onKeyDown={onKey}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        setDragged(pointOf(event))
      }}
      onPointerMove={(event) => dragged && setDragged(pointOf(event))}
      onPointerUp={(event) => {
        if (!dragged) return
        setDragged(null)
        dot.keep(onProduct(pointOf(event), surroundings))
      }}
    />
  )
}

const Place = chakra('button', {
  base: {
    position: 'absolute',
    pointerEvents: 'auto',
    width: '14px',
    height: '14px',
    borderRadius: '50%',
    borderWidth: '2px',
    borderColor: '#1A1A1A',
    background: '#FFFFFF',
    cursor: 'crosshair',
    touchAction: 'none',
  },
})
