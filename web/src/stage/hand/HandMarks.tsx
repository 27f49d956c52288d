import type { Point } from '@cloudbank/core/strokes'
import type { PicturePoint, Shown, Sides } from '../view'
import type { Drawing } from './brush'

interface Props extends Shown {
  readonly picture: Sides
  readonly drawing: Drawing | null
  /** Where the pointer is, and half the brush in shares of the longer side; null without a brush. */
  readonly brush: { readonly at: PicturePoint; readonly radius: number } | null
  /** A stroke is as wide as the brush, or a thin line. */
  readonly thin?: boolean
  /** What else is drawn, between what is drawn now and the brush. */
  readonly children?: (
    at: (point: Point) => Point,
    length: (share: number) => number,
  ) => React.ReactNode
}

/** Lines in two greys, so that they are seen on any picture. */
export const LINES = [
  { stroke: 'black', extra: 2 },
  { stroke: 'white', extra: 0 },
] as const

/** What is drawn over a picture that is worked on, in the pixels of the screen. */
export function HandMarks({ view, picture, drawing, brush, thin = false, children }: Props) {
  const at = ([x, y]: Point): Point => [
    view.x + x * picture.width * view.scale,
    view.y + y * picture.height * view.scale,
  ]
  const length = (share: number): number =>
    share * Math.max(picture.width, picture.height) * view.scale
  const radius = brush ? length(brush.radius) : 0
  return (
    <svg
      width="100%"
      height="100%"
      style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
      aria-hidden
    >
      {drawing?.kind === 'stroke' && (
        <polyline
          points={(drawing.points.length === 1
            ? [drawing.points[0]!, drawing.points[0]!]
            : drawing.points
          )
            .map((point) => at(point).join(','))
            .join(' ')}
          fill="none"
          stroke="white"
          strokeOpacity={thin ? 1 : 0.6}
          strokeWidth={thin ? 2 : radius * 2}
          strokeLinecap="round"
          strokeLinejoin="round"
          style={{ mixBlendMode: 'difference' }}
        />
      )}
      {drawing?.kind === 'box' &&
        LINES.map(({ stroke, extra }) => {
          const [ax, ay] = at(drawing.from)
          const [bx, by] = at(drawing.to)
          return (
            <rect
              key={stroke}
              x={Math.min(ax, bx)}
              y={Math.min(ay, by)}
              width={Math.abs(ax - bx)}
              height={Math.abs(ay - by)}
              fill="none"
              stroke={stroke}
              strokeWidth={1 + extra}
            />
          )
        })}
      {children?.(at, length)}
      {brush &&
        LINES.map(({ stroke, extra }) => {
          const [cx, cy] = at([brush.at.x, brush.at.y])
          return (
            <circle
              key={stroke}
              cx={cx}
              cy={cy}
              r={Math.max(1, radius)}
              fill="none"
              stroke={stroke}
              strokeWidth={1 + extra}
              strokeOpacity={extra ? 0.5 : 1}
            />
          )
        })}
    </svg>
  )
}
