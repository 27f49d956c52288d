import type { ComponentProps } from 'react'
import type { Retouch, RetouchOf, SpeckMark } from '@cloudbank/core/steps'
import type { Point } from '@cloudbank/core/strokes'
import { HandMarks, LINES } from '../../stage/hand'

interface Props extends Omit<ComponentProps<typeof HandMarks>, 'children'> {
  /** Dirt that is marked. */
  readonly specks: readonly SpeckMark[]
  /** Works whose strokes are seen, as strongly as they work. */
  readonly works: readonly Retouch[]
  /** The outline of an area that waits to be placed. */
  readonly area: readonly Point[] | null
  /** The placed area that is worked on: its middle is marked. */
  readonly placed: RetouchOf<'borrow'> | null
}

/** Room between dirt and its mark, in pixels of the screen. */
const ROOM_PX = 5

/** What stays is dashed: closely where it may be print, and nobody has decided yet. */
const DASHES = { cleaned: undefined, rejected: '2 4', asked: '6 2' } as const

/** What is drawn over a picture that is tidied. */
export const TidyMarks = ({ specks, works, area, placed, ...hand }: Props) => (
  <HandMarks {...hand}>
    {(at, length) => (
      <>
        {works.map((work, i) => (
          <Trace key={i} work={work} at={at} length={length} />
        ))}
        <g data-testid="specks" data-count={specks.length}>
          {specks.map(({ box, standing }, i) => {
            const [x, y] = at([box.x, box.y])
            const [right, bottom] = at([box.x + box.width, box.y + box.height])
            return LINES.map(({ stroke, extra }) => (
              <rect
                key={`${i}/${stroke}`}
                x={x - ROOM_PX}
                y={y - ROOM_PX}
                width={right - x + 2 * ROOM_PX}
                height={bottom - y + 2 * ROOM_PX}
                rx={ROOM_PX}
                fill="none"
                stroke={stroke}
                strokeWidth={1 + extra}
                strokeOpacity={extra ? 0.35 : 0.9}
                strokeDasharray={DASHES[standing]}
              />
            ))
          })}
        </g>
        {area && <Dashed points={area.map(at)} />}
        {placed && <Middle at={at(placed.to)} />}
      </>
    )}
  </HandMarks>
)

/** A closed outline. */
const Dashed = ({ points }: { points: readonly Point[] }) =>
  LINES.map(({ stroke, extra }) => (
    <polygon
      key={stroke}
      points={points.join(' ')}
      fill="none"
      stroke={stroke}
      strokeWidth={1 + extra}
      strokeDasharray={extra ? undefined : '4 4'}
    />
  ))

/** Where the middle of an area lies. */
const Middle = ({ at: [x, y] }: { at: Point }) =>
  LINES.map(({ stroke, extra }) => (
    <path
      key={stroke}
      d={`M${x - 7} ${y}H${x + 7}M${x} ${y - 7}V${y + 7}`}
      stroke={stroke}
      strokeWidth={1 + extra}
      data-testid={extra ? undefined : 'placed-area'}
    />
  ))

interface TraceProps {
  readonly work: Retouch
  readonly at: (point: Point) => Point
  readonly length: (share: number) => number
}

/** The stroke of a work, or the outline of what was borrowed. */
function Trace({ work, at, length }: TraceProps) {
  if (work.kind === 'borrow')
    return (
      <polygon
        points={work.outline.map((point) => at(point).join(',')).join(' ')}
        fill="none"
        stroke="white"
        strokeDasharray="4 4"
        style={{ mixBlendMode: 'difference' }}
      />
    )
  const points = work.points.length === 1 ? [work.points[0]!, work.points[0]!] : work.points
  return (
    <polyline
      points={points.map((point) => at(point).join(',')).join(' ')}
      fill="none"
      stroke="white"
      strokeOpacity={0.5 * ('strength' in work ? work.strength : 1)}
      strokeWidth={Math.max(1, 2 * length(work.radius))}
      strokeLinecap="round"
      strokeLinejoin="round"
      style={{ mixBlendMode: 'difference' }}
      data-testid="trace"
    />
  )
}
