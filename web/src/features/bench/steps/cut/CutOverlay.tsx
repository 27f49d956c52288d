import type { Doubt } from '@cloudbank/core/matte'
import type { Outline } from '@cloudbank/core/steps'
import type { Point } from '@cloudbank/core/strokes'
import type { Place, Shown } from '../../Viewer'
import type { Sides } from '../../view'
import { PathNodes } from './PathNodes'
import type { PathEditor } from './usePathEditor'

/** What the hand is drawing now. */
export type Drawing =
  | { readonly kind: 'stroke'; readonly points: readonly Point[] }
  | { readonly kind: 'box'; readonly from: Point; readonly to: Point }

interface Props extends Shown {
  readonly picture: Sides
  readonly drawing: Drawing | null
  /** Where the pointer is, and half the brush in shares of the longer side; null without a brush. */
  readonly brush: { readonly at: Place; readonly radius: number } | null
  /** Unsure stretches of the outline, drawn thick. */
  readonly doubts: readonly Doubt[]
  readonly path: PathEditor | null
}

/** Lines in two greys, so that they are seen on any picture. */
export const LINES = [
  { stroke: 'black', extra: 2 },
  { stroke: 'white', extra: 0 },
] as const

/** What is drawn over the cut on the bench, in the pixels of the screen. */
export function CutOverlay({ view, picture, drawing, brush, doubts, path }: Props) {
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
      {doubts.length > 0 &&
        LINES.map(({ stroke, extra }) => (
          <path
            key={stroke}
            d={doubts
              .flatMap(({ points }) => points.map(([x, y]) => `M${at([x, y]).join(' ')}h0`))
              .join('')}
            stroke={stroke}
            strokeWidth={5 + extra}
            strokeLinecap="round"
            data-testid={stroke === 'white' ? 'doubts' : undefined}
          />
        ))}
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
          strokeOpacity="0.6"
          strokeWidth={radius * 2}
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
      {path && <PathNodes editor={path} at={at} />}
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

/** Outlines as the data of an SVG path on the screen. */
export const screenPath = (outlines: readonly Outline[], at: (point: Point) => Point): string =>
  outlines
    .map((outline) => {
      const curves = outline.map((node, i) => {
        const next = outline[(i + 1) % outline.length]!
        return `C${at(node.out).join(' ')} ${at(next.in).join(' ')} ${at(next.at).join(' ')}`
      })
      return `M${at(outline[0]!.at).join(' ')}${curves.join('')}Z`
    })
    .join('')
