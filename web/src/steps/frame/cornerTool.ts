import { isConvex, moved } from '@cloudbank/core/steps'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import type { Bench } from '../../stage/bench'
import type { PicturePoint } from '../../stage/view'
import type { PointerTool } from '../../stage/useViewerTool'
import { strings } from './strings'

/** Four places in fractions of the picture, clockwise from the upper left. */
export type Quad = readonly PicturePoint[]

export const FIRST_QUAD: Quad = [
  { x: 0.2, y: 0.2 },
  { x: 0.8, y: 0.2 },
  { x: 0.8, y: 0.8 },
  { x: 0.2, y: 0.8 },
]

/** Drags whichever of four corners is nearest; they never cross over. */
export function cornerTool(
  quad: Quad,
  held: number | null,
  change: (quad: Quad, held: number | null) => void,
): PointerTool {
  const to = (corner: number, at: PicturePoint): void => {
    const next = quad.map((place, i) => (i === corner ? at : place))
    if (isConvex(next)) change(next, corner)
  }
  return {
    cursor: 'crosshair',
    onDown: (at) => {
      const far = quad.map(({ x, y }) => Math.hypot(x - at.x, y - at.y))
      to(far.indexOf(Math.min(...far)), at)
    },
    onDrag: (at) => {
      if (held !== null) to(held, at)
    },
    onUp: () => change(quad, null),
  }
}

/** Lets four corners of the picture become those of an upright rectangle; a turn before it is in them. */
export function keepCorners({ editor }: Bench, { toPhotograph }: StageRaster, quad: Quad): void {
  const corners = quad.map((place) => moved(toPhotograph, place))
  editor.actions.keep(strings.fourCornersMadeRectangle, 'frame', {
    corners,
    turnDeg: 0,
    straighten: 'by-hand',
  })
}
