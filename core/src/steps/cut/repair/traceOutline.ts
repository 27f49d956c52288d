import type { CutMatte } from '../../../matte'
import { pixelsOf, planeF32, type Size } from '../../../raster'
import { contoursOf } from './contours'
import { fitCurves } from './fitCurves'
import { closedPath } from './outline'
import type { Outline } from './repairs'
import type { Point } from '../../../strokes'

/** A path lies within this many pixels of the outline, at the level at which it is traced. */
const TOLERANCE_PX = 0.7
/** A line about fewer square pixels than this is a speck. */
const MIN_AREA_PX = 12

/** The outline of a matte as a path with few nodes, at its base level. */
export function traceOutline({ alphas: [base] }: CutMatte): Outline[] {
  const { plane, area } = base
  // One pixel of the plane as fractions of the photograph.
  const whole: Size = { width: plane.width / area.width, height: plane.height / area.height }
  const corner = pixelsOf(area, whole)
  const share = (point: Point): Point => [
    (point[0] + corner.x) / whole.width,
    (point[1] + corner.y) / whole.height,
  ]
  const alpha = planeF32(
    plane,
    Float32Array.from(plane.data, (value) => value / 255),
  )
  return contoursOf(alpha)
    .filter((line) => Math.abs(areaOf(line)) >= MIN_AREA_PX)
    .map((line) => closedPath(fitCurves(line, TOLERANCE_PX), share))
    .filter((outline) => outline.length >= 2)
}

/** Signed area of a polygon (shoelace). */
function areaOf(line: readonly Point[]): number {
  return line.reduce((sum, [x, y], i) => {
    const [nx, ny] = line[(i + 1) % line.length]!
    return sum + (x * ny - nx * y) / 2
  }, 0)
}
