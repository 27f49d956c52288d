import { planeF32, type PlaneF32, type PxBox, type Size } from '../../../raster'
import type { Outline, PathNode } from './repairs'
import type { Point } from '../../../strokes'

/** A curve is drawn as straight pieces about this long, in pixels. */
const PIECE_PX = 1.5
/** Lines that are scanned for each row of pixels. */
const LINES = 8

/** Curves that follow on each other, the last on the first, as nodes; `place` puts each point where it belongs. */
export const closedPath = (
  curves: readonly { readonly from: Point; readonly out: Point; readonly in: Point }[],
  place: (point: Point) => Point,
): Outline =>
  curves.map((curve, i) => ({
    at: place(curve.from),
    in: place(curves[(i - 1 + curves.length) % curves.length]!.in),
    out: place(curve.out),
  }))

/** The closed polygon that stands for an outline, in the pixels of a scale of the photograph. */
export function flattened(outline: Outline, { width, height }: Size): Point[] {
  const px = ([x, y]: Point): Point => [x * width, y * height]
  return outline.flatMap((node, i) => {
    const next = outline[(i + 1) % outline.length]!
    return curvePoints(px(node.at), px(node.out), px(next.in), px(next.at))
  })
}

/** Points of a cubic Bézier curve from its start on, without its end. */
function curvePoints(a: Point, b: Point, c: Point, d: Point): Point[] {
  const length = between(a, b) + between(b, c) + between(c, d)
  const count = Math.max(1, Math.ceil(length / PIECE_PX))
  return Array.from({ length: count }, (_, i) => pointOnCurve(a, b, c, d, i / count))
}

/** The point of a cubic Bézier curve at `t`, 0…1. */
export function pointOnCurve(a: Point, b: Point, c: Point, d: Point, t: number): Point {
  const s = 1 - t
  const along = (k: 0 | 1): number =>
    s * s * s * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t * t * t * d[k]
  return [along(0), along(1)]
}

const between = ([ax, ay]: Point, [bx, by]: Point): number => Math.hypot(bx - ax, by - ay)

/**
 * How much of each pixel of a window lies inside of outlines, 0…1, by the even-odd rule. Exact across, to an
 * eighth of a pixel down.
 */
export function outlineCoverage(
  outlines: readonly Outline[],
  photograph: Size,
  window: PxBox,
): PlaneF32 {
  const coverage = planeF32(window)
  const polygons = outlines.map((outline) => flattened(outline, photograph))
  const crossings: number[][] = Array.from({ length: window.height * LINES }, () => [])
  for (const polygon of polygons)
    polygon.forEach((a, i) => {
      const b = polygon[(i + 1) % polygon.length]!
      addCrossings(crossings, a, b, window)
    })
  crossings.forEach((xs, line) => {
    xs.sort((a, b) => a - b)
    const row = Math.floor(line / LINES) * window.width
    for (let k = 0; k + 1 < xs.length; k += 2)
      addSpan(coverage.data, row, window.width, xs[k]!, xs[k + 1]!)
  })
  return coverage
}

/** Where an edge crosses the scan lines; each line takes a point that two edges share once. */
function addCrossings(
  crossings: number[][],
  [ax, ay]: Point,
  [bx, by]: Point,
  window: PxBox,
): void {
  if (ay === by) return
  const lineOf = (y: number): number => (y - window.y) * LINES - 0.5
  const first = Math.max(0, Math.ceil(lineOf(Math.min(ay, by))))
  const end = Math.min(crossings.length, Math.ceil(lineOf(Math.max(ay, by))))
  for (let line = first; line < end; line++) {
    const y = window.y + (line + 0.5) / LINES
    crossings[line]!.push(ax + ((y - ay) / (by - ay)) * (bx - ax) - window.x)
  }
}

function addSpan(data: Float32Array, row: number, width: number, from: number, to: number): void {
  const start = Math.max(0, from)
  const end = Math.min(width, to)
  for (let x = Math.floor(start); x < end; x++)
    data[row + x]! += (Math.min(x + 1, end) - Math.max(x, start)) / LINES
}

/** A node without handles. */
export const corner = (at: Point): PathNode => ({ at, in: at, out: at })

/** Outlines as the data of an SVG path, in the pixels of the photograph. */
export function svgPath(outlines: readonly Outline[], { width, height }: Size): string {
  const px = ([x, y]: Point): string => `${rounded(x * width)} ${rounded(y * height)}`
  return outlines
    .map((outline) => {
      const [first] = outline
      const curves = outline.map((node, i) => {
        const next = outline[(i + 1) % outline.length]!
        return `C${px(node.out)} ${px(next.in)} ${px(next.at)}`
      })
      return `M${px(first!.at)}${curves.join('')}Z`
    })
    .join('')
}

const rounded = (value: number): string => String(Math.round(value * 100) / 100)

/** A whole SVG file of outlines, as large as the photograph. */
export function svgFile(outlines: readonly Outline[], { width, height }: Size): string {
  const path = `<path fill-rule="evenodd" d="${svgPath(outlines, { width, height })}"/>`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${path}</svg>\n`
}
