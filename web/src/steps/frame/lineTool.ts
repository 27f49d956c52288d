import { formatSigned } from '@cloudbank/core/words'
import type { Bench } from '../../stage/bench'
import type { PicturePoint, Sides } from '../../stage/view'
import type { PointerTool } from '../../stage/useViewerTool'
import { strings } from './strings'

/** A line that is being drawn, in fractions of the picture. */
export interface Line {
  readonly from: PicturePoint
  readonly to: PicturePoint
}

/** A line shorter than this share of the picture is a slip of the hand. */
const SHORTEST = 0.02
const MAX_DEG = 45

/**
 * By how much a picture is to be turned clockwise, in degrees, so that a line in it lies level, or stands where
 * it is nearer to that; null for one too short to say.
 */
export function turnFor({ from, to }: Line, { width, height }: Sides): number | null {
  const [x, y] = [(to.x - from.x) * width, (to.y - from.y) * height]
  if (Math.hypot(x, y) < SHORTEST * Math.max(width, height)) return null
  const degrees = (Math.atan2(y, x) * 180) / Math.PI
  return -(degrees - 90 * Math.round(degrees / 90))
}

/** Turns the picture so that a line that is drawn along an edge lies level or stands upright. */
export function lineTool(
  { editor }: Bench,
  picture: Sides | undefined,
  line: Line | null,
  draw: (line: Line | null) => void,
): PointerTool {
  return {
    cursor: 'crosshair',
    onDown: (at) => draw({ from: at, to: at }),
    onDrag: (at) => line && draw({ ...line, to: at }),
    onUp: (at) => {
      const turn = line && picture ? turnFor({ ...line, to: at }, picture) : null
      draw(null)
      if (turn === null) return
      const turnDeg = editor.steps.frame.turnDeg + turn
      const kept = Math.round(Math.min(MAX_DEG, Math.max(-MAX_DEG, turnDeg)) * 100) / 100
      editor.actions.keep(strings.rotatedBy(formatSigned(turn, 1)), 'frame', { turnDeg: kept })
    },
  }
}
