import type { Drawn, TextSpan } from '../../../typeset'
import type { MarkOf } from '../settings'
import {
  around,
  boundsOf,
  grown,
  lyingAt,
  moved,
  placeIn,
  turnedBounds,
  type Point,
} from './geometry'
import { arrowPath, circlePath, linePath } from './paths'
import { lettersOf, setText, underText } from './setText'
import { nameOf, UNITS_PER_PCT, type LaidMark, type Surface } from './surface'

/** Around the text in its line, as a share of the letters' size. */
const GAP = 0.35

/** A line with end marks along a side of the product or between two of its places, and its measure in the middle. */
export function layDimension(
  mark: MarkOf<'dimension'>,
  spans: readonly TextSpan[],
  surface: Surface,
): LaidMark {
  const name = nameOf(mark)
  const { look, colour } = mark
  const [from, to] = endsOf(mark, surface)
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
  const text = setText(name, spans, look, surface)
  const turnDeg = (mark.upright ? 0 : readingAngle(from, to)) + mark.turnDeg
  const box = around(middle, text.width, text.height)
  const at = { x: 0, y: 0, width: box.width, height: box.height }
  const matrix = lyingAt(box, turnDeg)
  const width = mark.linePct * UNITS_PER_PCT
  const length = Math.hypot(to.x - from.x, to.y - from.y)
  const room = spans.length === 0 ? 0 : roomFor(text, mark.upright, from, to)
  const stroke = (path: string): Drawn => ({
    kind: 'stroke',
    path,
    width,
    ink: { colour, opacity: 1 },
  })
  const along = (share: number): Point => ({
    x: from.x + (to.x - from.x) * share,
    y: from.y + (to.y - from.y) * share,
  })
  const gap = length > 0 ? Math.min(1, room / length) : 0
  const drawn = [
    stroke(linePath(from, along((1 - gap) / 2))),
    stroke(linePath(along((1 + gap) / 2), to)),
    ...endMarks(mark, from, to, width),
  ]
  const bounds = turnedBounds(grown(box, text.size), turnDeg)
  const beneath = underText(text, look, at)
  return {
    id: mark.id,
    kind: mark.kind,
    name,
    box,
    turnDeg,
    opacity: mark.opacityPct / 100,
    lines: {
      groups: [{ matrix: moved(0, 0), drawn }],
      bounds: grown(boundsOf([from, to]), 8 * width + 10),
    },
    under: beneath.length > 0 ? { groups: [{ matrix, drawn: beneath }], bounds } : null,
    over: { groups: [{ matrix, drawn: [lettersOf(text, at, look.colour)] }], bounds },
    onLight: null,
    textColour: look.colour,
    overProduct: mark.overProduct,
    findings: text.findings,
  }
}

function endsOf({ along }: MarkOf<'dimension'>, { product }: Surface): readonly [Point, Point] {
  if (along.kind === 'points') return [placeIn(product, along.from), placeIn(product, along.to)]
  const gap = along.gapPct * UNITS_PER_PCT
  const [left, top] = [product.x, product.y]
  const [right, bottom] = [product.x + product.width, product.y + product.height]
  switch (along.side) {
    case 'left':
      return [
        { x: left - gap, y: top },
        { x: left - gap, y: bottom },
      ]
    case 'right':
      return [
        { x: right + gap, y: top },
        { x: right + gap, y: bottom },
      ]
    case 'top':
      return [
        { x: left, y: top - gap },
        { x: right, y: top - gap },
      ]
    case 'bottom':
      return [
        { x: left, y: bottom + gap },
        { x: right, y: bottom + gap },
      ]
  }
}

/** The angle of a line at which text along it is read from below or from the right, −90° to 90°. */
function readingAngle(from: Point, to: Point): number {
  const degrees = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI
  if (degrees > 89) return degrees - 180
  return degrees < -90 ? degrees + 180 : degrees
}

/** How much of a line is left out for its text. */
function roomFor(
  { width, height, size }: { width: number; height: number; size: number },
  upright: boolean,
  from: Point,
  to: Point,
): number {
  const [dx, dy] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)]
  const length = Math.hypot(dx, dy)
  const across =
    !upright || length === 0 ? width : Math.min((width * length) / dx, (height * length) / dy)
  return across + 2 * GAP * size
}

function endMarks(
  { ends, colour }: MarkOf<'dimension'>,
  from: Point,
  to: Point,
  width: number,
): Drawn[] {
  const ink = { colour, opacity: 1 }
  const reach = 5 * width
  if (ends === 'arrows')
    return [
      { kind: 'fill', path: arrowPath(to, from, 2 * reach), ink },
      { kind: 'fill', path: arrowPath(from, to, 2 * reach), ink },
    ]
  if (ends === 'dots')
    return [from, to].map((at): Drawn => ({ kind: 'fill', path: circlePath(at, 2 * width), ink }))
  const length = Math.hypot(to.x - from.x, to.y - from.y)
  const [nx, ny] = length === 0 ? [0, 0] : [-(to.y - from.y) / length, (to.x - from.x) / length]
  return [from, to].map(({ x, y }): Drawn => ({
    kind: 'stroke',
    path: linePath(
      { x: x - nx * reach, y: y - ny * reach },
      { x: x + nx * reach, y: y + ny * reach },
    ),
    width,
    ink,
  }))
}
