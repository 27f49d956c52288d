import type { Point } from '@cloudbank/core/strokes'
import type { PicturePoint } from '../view'
import type { PointerTool } from '../useViewerTool'

/** Sizes of brushes, as half their width in shares of the longer side. */
export const SIZES = { least: 0.001, most: 0.12, step: 1.25 } as const

/** A brush one step larger or smaller. */
export const resized = (radius: number, by: 1 | -1): number =>
  Math.min(SIZES.most, Math.max(SIZES.least, radius * SIZES.step ** by))

/** Points of a stroke lie at least this far apart, in shares of the picture. */
const EVERY = 0.0015
/** A stroke that has so many has been drawn over everything. */
const MAX_POINTS = 4000

/** What the hand is drawing now. */
export type Drawing =
  | { readonly kind: 'stroke'; readonly points: readonly Point[] }
  | { readonly kind: 'box'; readonly from: Point; readonly to: Point }

/** The pointer moves more often than the screen is drawn: what is in hand is not read off the screen. */
export interface InHand {
  readonly drawing: () => Drawing | null
  readonly setDrawing: (drawing: Drawing | null) => void
}

/** A place as a touch keeps it: what is drawn far beyond the picture ends at its surroundings. */
export const pointOf = ({ x, y }: PicturePoint): Point => [
  Math.min(2, Math.max(-1, x)),
  Math.min(2, Math.max(-1, y)),
]

/** Draws a stroke, and hands it over when it ends. */
export const strokeTool = (
  { drawing, setDrawing }: InHand,
  cursor: string,
  done: (points: Point[]) => void,
): PointerTool => ({
  cursor,
  onDown: (at) => setDrawing({ kind: 'stroke', points: [pointOf(at)] }),
  onDrag: (at) => {
    const now = drawing()
    if (now?.kind !== 'stroke' || now.points.length >= MAX_POINTS) return
    const [x, y] = pointOf(at)
    const [lastX, lastY] = now.points.at(-1)!
    if (Math.hypot(x - lastX, y - lastY) >= EVERY)
      setDrawing({ kind: 'stroke', points: [...now.points, [x, y]] })
  },
  onUp: () => {
    const now = drawing()
    if (now?.kind === 'stroke') done([...now.points])
    setDrawing(null)
  },
})

/** Draws a box, and hands it over when it ends and is one. */
export const boxTool = (
  { drawing, setDrawing }: InHand,
  done: (from: Point, to: Point) => void,
): PointerTool => ({
  cursor: 'crosshair',
  onDown: (at) => setDrawing({ kind: 'box', from: pointOf(at), to: pointOf(at) }),
  onDrag: (at) => {
    const now = drawing()
    if (now?.kind === 'box') setDrawing({ ...now, to: pointOf(at) })
  },
  onUp: (at) => {
    const now = drawing()
    const to = pointOf(at)
    if (now?.kind === 'box' && now.from[0] !== to[0] && now.from[1] !== to[1]) done(now.from, to)
    setDrawing(null)
  },
})

/** A place that is clicked. */
export const clickTool = (done: (at: Point) => void): PointerTool => ({
  cursor: 'crosshair',
  onDown: (at) => done(pointOf(at)),
  onDrag: () => undefined,
  onUp: () => undefined,
})
