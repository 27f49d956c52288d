import { Box, chakra } from '@chakra-ui/react'
import { useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react'
import Moveable from 'react-moveable'
import type { Handle } from '@cloudbank/core/steps'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import type { Shown, Sides } from '../../stage/view'
import { MarkTargets } from './MarkTargets'
import { placeFor, scaledBox, type Surroundings } from './placing'
import { strings } from './strings'
import { TextInPlace } from './TextInPlace'
import type { Marks } from './useMarks'
import './handles.css'

interface Props {
  readonly shown: Shown
  readonly sides: Sides
  readonly picture: StageRaster
  readonly marks: Marks
  readonly marginPct: number
  readonly selected: readonly string[]
  readonly select: (ids: readonly string[]) => void
}

/** Shares of the picture that an arrow moves a mark, and with Shift. */
const [STEP_01, FINE_01] = [0.01, 0.001]
const [LARGER, SMALLER] = [1.05, 1 / 1.05]
const TURN_DEG = 1

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** The marks of the picture as things to take hold of: by pointer with guides, or by keys. */
export function MarkHandles(props: Props) {
  const { shown, sides, picture, marks, marginPct, selected, select } = props
  const { view } = shown
  const [width, height] = [sides.width * view.scale, sides.height * view.scale]
  const [editing, setEditing] = useState<string | null>(null)
  const elements = useRef(new Map<string, HTMLElement>())
  const surroundings: Surroundings = { picture: sides, product: picture.product, marginPct }
  const listedOf = (id: string) => marks.listed.find(({ mark }) => mark.id === id)
  const handles = picture.handles.filter(({ id }) => listedOf(id) !== undefined)
  const holder = useRef<Moveable>(null)
  const [targets, setTargets] = useState<readonly HTMLElement[]>([])
  // A mark that has just been added is there to be held once it has been drawn.
  useLayoutEffect(() => {
    const found = selected.flatMap((id) => elements.current.get(id) ?? [])
    setTargets((before) => (isSameList(before, found) ? before : found))
    holder.current?.updateRect()
  }, [selected, picture, width, height])
  /** The handle that a hand let go of; it is back where its mark is drawn until that is drawn anew. */
  const letGo = (element: HTMLElement | SVGElement): Handle | undefined => {
    const handle = handles.find(({ id }) => elements.current.get(id) === element)
    if (handle) element.style.transform = turned(handle)
    return handle
  }

  const moveBy = (handle: Handle, dx: number, dy: number, by: 'pointer' | 'keys'): void => {
    const listed = listedOf(handle.id)
    if (!listed || (dx === 0 && dy === 0)) return
    const { mark, name } = listed
    const box = { ...handle.box, x: handle.box.x + dx, y: handle.box.y + dy }
    if (mark.kind === 'dimension') {
      const { along } = mark
      if (along.kind === 'side') {
        const out = { left: -dx, right: dx, top: -dy, bottom: dy }[along.side]
        const level = along.side === 'left' || along.side === 'right'
        const pct = along.gapPct + out * (level ? (100 * sides.width) / sides.height : 100)
        const gapPct = Math.min(40, Math.max(0, Math.round(pct * 100) / 100))
        marks.edit(handle.id, strings.moved(name), (one) =>
          one.kind === 'dimension' ? { ...one, along: { ...along, gapPct } } : one,
        )
      }
      return
    }
    marks.place(handle.id, strings.moved(name), {
      place: placeFor(mark.place.on, box, surroundings, by),
    })
  }
  const scaleBy = (handle: Handle, scale: number): void => {
    const listed = listedOf(handle.id)
    if (listed && scale !== 1) marks.place(handle.id, strings.resized(listed.name), { scale })
  }
  const turnBy = (handle: Handle, degrees: number): void => {
    const listed = listedOf(handle.id)
    if (!listed || degrees === 0) return
    const turnDeg = wrapped(listed.mark.turnDeg + degrees)
    marks.place(handle.id, strings.turned(listed.name), { turnDeg })
  }
  /** What became of one of several that were sized or turned together: it moves about their middle as well. */
  const shapeInGroup = (target: HTMLElement | SVGElement, last: LastOfHand): void => {
    const handle = letGo(target)
    const listed = handle && listedOf(handle.id)
    // A dimension stays where what it measures is.
    if (!handle || !listed || listed.mark.kind === 'dimension') return
    const scale = Math.abs(last.scale?.[0] ?? 1)
    const degrees = Math.round(last.scale ? 0 : (last.dist ?? 0))
    const [dx, dy] = movedBy(last.drag)
    const { mark, name } = listed
    const box = scaledBox(handle.box, scale, dx / width, dy / height)
    marks.place(handle.id, last.scale ? strings.resized(name) : strings.turned(name), {
      ...(last.scale ? { scale } : { turnDeg: wrapped(mark.turnDeg + degrees) }),
      place: placeFor(mark.place.on, box, surroundings, 'keys'),
    })
  }
  const onKey = (event: KeyboardEvent, handle: Handle): void => {
    const arrow = ARROWS[event.key]
    const each = selected.includes(handle.id)
      ? handles.filter(({ id }) => selected.includes(id))
      : [handle]
    const done = ((): boolean => {
      if (arrow && event.altKey) {
        for (const one of each) turnBy(one, (arrow[0] || arrow[1]) * TURN_DEG)
        return true
      }
      if (arrow) {
        const by = event.shiftKey ? FINE_01 : STEP_01
        for (const one of each) moveBy(one, arrow[0] * by, arrow[1] * by, 'keys')
        return true
      }
      switch (event.key) {
        case '+':
        case '=':
          for (const one of each) scaleBy(one, LARGER)
          return true
        case '-':
          for (const one of each) scaleBy(one, SMALLER)
          return true
        case 'Enter':
          setEditing(handle.id)
          return true
        case 'd':
          select(each.flatMap(({ id }) => marks.duplicate(id) ?? []))
          return true
        case 'Delete':
        case 'Backspace':
          for (const { id } of each) marks.leaveOut(id)
          select([])
          return true
        case 'Escape':
          if (selected.length === 0) return false
          select([])
          return true
        default:
          return false
      }
    })()
    if (!done) return
    event.preventDefault()
    event.stopPropagation()
  }
  const edited = editing === null ? undefined : handles.find(({ id }) => id === editing)
  const editedMark = edited && listedOf(edited.id)
  return (
    <Box
      position="absolute"
      style={{ left: view.x, top: view.y, width, height }}
      pointerEvents="none"
      data-testid="mark-handles"
      // A press on a mark, or on what holds one, is not for the picture below.
      onPointerDown={(event) => event.stopPropagation()}
    >
      {handles.map((handle) => (
        <Grip
          key={handle.id}
          ref={(element: HTMLDivElement | null) => {
            if (element) elements.current.set(handle.id, element)
            else elements.current.delete(handle.id)
          }}
          role="button"
          tabIndex={0}
          aria-label={strings.handle(handle.name)}
          aria-pressed={selected.includes(handle.id)}
          title={strings.keys}
          style={{
            left: handle.box.x * width,
            top: handle.box.y * height,
            width: handle.box.width * width,
            height: handle.box.height * height,
            transform: turned(handle),
          }}
          onMouseDown={(event) => {
            if (event.shiftKey)
              select(
                selected.includes(handle.id)
                  ? selected.filter((id) => id !== handle.id)
                  : [...selected, handle.id],
              )
            else if (!selected.includes(handle.id)) {
              select([handle.id])
              // The press that selects it drags it as well.
              const { nativeEvent } = event
              void holder.current?.waitToChangeTarget().then(() => {
                holder.current?.dragStart(nativeEvent)
              })
            }
          }}
          onFocus={() => {
            if (selected.length === 0) select([handle.id])
          }}
          onDoubleClick={() => setEditing(handle.id)}
          onKeyDown={(event) => onKey(event, handle)}
        />
      ))}
      <Moveable
        ref={holder}
        className="marks-held"
        target={[...targets]}
        draggable
        scalable
        keepRatio
        rotatable
        origin={false}
        renderDirections={['nw', 'ne', 'sw', 'se']}
        snappable
        snapThreshold={6}
        snapDirections={{
          left: true,
          right: true,
          top: true,
          bottom: true,
          center: true,
          middle: true,
        }}
        elementSnapDirections={{
          left: true,
          right: true,
          top: true,
          bottom: true,
          center: true,
          middle: true,
        }}
        verticalGuidelines={guides(width, ((marginPct / 100) * height) / width, picture, 'x')}
        horizontalGuidelines={guides(height, marginPct / 100, picture, 'y')}
        elementGuidelines={handles
          .filter(({ id }) => !selected.includes(id))
          .flatMap(({ id }) => elements.current.get(id) ?? [])}
        onDrag={({ target, transform }) => {
          target.style.transform = transform
        }}
        onDragEnd={({ target, lastEvent }) => {
          const handle = letGo(target)
          const [dx, dy] = movedBy(lastEvent)
          if (handle) moveBy(handle, dx / width, dy / height, 'pointer')
        }}
        onDragGroup={({ events }) => {
          for (const { target, transform } of events) target.style.transform = transform
        }}
        onDragGroupEnd={({ events }) => {
          for (const { target, lastEvent } of events) {
            const handle = letGo(target)
            const [dx, dy] = movedBy(lastEvent)
            if (handle) moveBy(handle, dx / width, dy / height, 'pointer')
          }
        }}
        onScale={({ target, drag }) => {
          target.style.transform = drag.transform
        }}
        onScaleEnd={({ target, lastEvent }) => {
          const handle = letGo(target)
          const { scale = [1] } = lastOf(lastEvent)
          if (handle) scaleBy(handle, Math.abs(scale[0] ?? 1))
        }}
        onScaleGroup={({ events }) => {
          for (const { target, drag } of events) target.style.transform = drag.transform
        }}
        onScaleGroupEnd={({ events }) => {
          for (const { target, lastEvent } of events) shapeInGroup(target, lastOf(lastEvent))
        }}
        onRotateGroup={({ events }) => {
          for (const { target, drag } of events) target.style.transform = drag.transform
        }}
        onRotateGroupEnd={({ events }) => {
          for (const { target, lastEvent } of events) shapeInGroup(target, lastOf(lastEvent))
        }}
        onRotate={({ target, drag }) => {
          target.style.transform = drag.transform
        }}
        onRotateEnd={({ target, lastEvent }) => {
          const handle = letGo(target)
          if (handle) turnBy(handle, Math.round(lastOf(lastEvent).dist ?? 0))
        }}
      />
      <MarkTargets
        marks={marks}
        selected={selected}
        surroundings={surroundings}
        sides={{ width, height }}
      />
      {edited && editedMark && 'text' in editedMark.mark && (
        <TextInPlace
          handle={edited}
          sides={{ width, height }}
          name={editedMark.name}
          text={editedMark.mark.text}
          close={() => {
            setEditing(null)
            elements.current.get(edited.id)?.focus()
          }}
          keep={(text) => marks.place(edited.id, strings.changed(editedMark.name), { text })}
        />
      )}
    </Box>
  )
}

/** What the dragging library last told of a hand that has let go; nothing where it did not move. */
interface LastOfHand {
  /** In pixels of the screen, however the mark is turned. */
  readonly beforeDist?: readonly number[]
  readonly scale?: readonly number[]
  readonly dist?: number
  /** How the mark moved while it was sized or turned among others. */
  readonly drag?: unknown
}
const lastOf = (event: unknown): LastOfHand => (event ?? {}) as LastOfHand // its declarations leave it open

function movedBy(event: unknown): readonly [dx: number, dy: number] {
  const [dx = 0, dy = 0] = lastOf(event).beforeDist ?? []
  return [dx, dy]
}

const turned = ({ turnDeg }: Handle): string => `rotate(${turnDeg}deg)`

const isSameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i])

/** An angle between −180° and 180°. */
const wrapped = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180

/** Lines at which marks hold: margins, middle, and the edges and middle of the product. */
function guides(
  length: number,
  margin01: number,
  { product }: StageRaster,
  axis: 'x' | 'y',
): number[] {
  const side = axis === 'x' ? 'width' : 'height'
  const own = product
    ? [product[axis], product[axis] + product[side] / 2, product[axis] + product[side]]
    : []
  return [margin01, 0.5, 1 - margin01, ...own].map((share) => share * length)
}

const Grip = chakra('div', {
  base: {
    position: 'absolute',
    pointerEvents: 'auto',
    cursor: 'move',
    outline: '1px dashed rgba(26,26,26,0.55)',
    boxShadow: '0 0 0 1px rgba(255,255,255,0.55)',
    outlineOffset: '1px',
    _focusVisible: { outline: '2px solid #1A1A1A', boxShadow: '0 0 0 4px #FFFFFF' },
    '&[aria-pressed=true]': { outline: 'none', boxShadow: 'none' },
  },
})
