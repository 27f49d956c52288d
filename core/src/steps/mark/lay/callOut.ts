import type { Drawn, TextSpan } from '../../../typeset'
import { hexToLinear, luminance, type HexColour } from '../../../raster'
import type { MarkOf } from '../settings'
import { around, boundsOf, grown, leaving, moved, placeIn, type Point } from './geometry'
import { textParts } from './label'
import { arrowPath, circlePath, linePath } from './paths'
import { boxAt, type Stacks } from './place'
import { plateSize } from './plate'
import { lettersOf, setText } from './setText'
import { nameOf, UNITS_PER_PCT, type LaidMark, type Part, type Surface } from './surface'

/** Between a caption and its line, as a share of the letters' size. */
const GAP = 0.3

/**
 * A caption, and a line from it to a place of the product.
 *
 * @param number which it is of the numbered ones, from 1.
 */
export function layCallOut(
  mark: MarkOf<'call-out'>,
  spans: readonly TextSpan[],
  number: number,
  surface: Surface,
  stacks: Stacks,
): LaidMark {
  const name = nameOf(mark)
  const text = setText(name, spans, mark.look, surface)
  const { width, height } = plateSize(mark.plate, text)
  const at = boxAt(mark.place, width, height, surface)
  const box = { ...at, y: at.y + stacks.push(mark.place, height) }
  const target = placeIn(surface.product, mark.target)
  return {
    id: mark.id,
    kind: mark.kind,
    name,
    box,
    turnDeg: mark.turnDeg,
    opacity: mark.opacityPct / 100,
    lines: linesTo(mark, target, leaving(grown(box, GAP * text.size), target), number, surface),
    ...textParts(text, mark, box, mark.turnDeg),
    onLight: null,
    textColour: mark.look.colour,
    overProduct: mark.overProduct,
    findings: text.findings,
  }
}

/** The line from a caption to its place, and what is at its end. */
function linesTo(
  mark: MarkOf<'call-out'>,
  target: Point,
  from: Point,
  number: number,
  surface: Surface,
): Part {
  const { colour } = mark
  const width = mark.linePct * UNITS_PER_PCT
  const tip = mark.tipPct * UNITS_PER_PCT
  const line = (to: Point): Drawn => ({
    kind: 'stroke',
    path: linePath(from, to),
    width,
    ink: { colour, opacity: 1 },
  })
  const toward = (by: number): Point => {
    const length = Math.hypot(target.x - from.x, target.y - from.y)
    const share = length > by ? (length - by) / length : 0
    return { x: from.x + (target.x - from.x) * share, y: from.y + (target.y - from.y) * share }
  }
  const drawn = ((): Drawn[] => {
    switch (mark.tip) {
      case 'line':
        return [line(target), fill(circlePath(target, width * 1.6), colour)]
      case 'arrow': {
        const length = Math.max(tip, 4 * width)
        return [line(toward(length * 0.8)), fill(arrowPath(from, target, length), colour)]
      }
      case 'ring':
        return [line(toward(tip / 2)), stroke(circlePath(target, tip / 2), width, colour)]
      case 'bracket':
        return [line(target), stroke(bracketPath(from, target, tip, width), width, colour)]
      case 'number':
        return [line(toward(tip / 2)), ...numbered(mark, target, tip / 2, number, surface)]
    }
  })()
  const bounds = grown(boundsOf([from, target]), tip + 4 * width)
  return { groups: [{ matrix: moved(0, 0), drawn }], bounds }
}

const fill = (path: string, colour: HexColour): Drawn => ({
  kind: 'fill',
  path,
  ink: { colour, opacity: 1 },
})
const stroke = (path: string, width: number, colour: HexColour): Drawn => ({
  kind: 'stroke',
  path,
  width,
  ink: { colour, opacity: 1 },
})

/** A bracket that is open to the far side of the line, along the nearer axis of the picture. */
function bracketPath(from: Point, at: Point, length: number, width: number): string {
  const isLevel = Math.abs(at.x - from.x) > Math.abs(at.y - from.y)
  const depth = Math.max(length / 6, 3 * width)
  if (isLevel) {
    const out = Math.sign(at.x - from.x) * depth
    return linePath(
      { x: at.x + out, y: at.y - length / 2 },
      { x: at.x, y: at.y - length / 2 },
      { x: at.x, y: at.y + length / 2 },
      { x: at.x + out, y: at.y + length / 2 },
    )
  }
  const out = Math.sign(at.y - from.y) * depth
  return linePath(
    { x: at.x - length / 2, y: at.y + out },
    { x: at.x - length / 2, y: at.y },
    { x: at.x + length / 2, y: at.y },
    { x: at.x + length / 2, y: at.y + out },
  )
}

/** A dot with its number, in whichever of white and black stands out from its colour. */
function numbered(
  { look, colour }: MarkOf<'call-out'>,
  at: Point,
  radius: number,
  number: number,
  surface: Surface,
): Drawn[] {
  const inside = { ...look, sizePct: (radius * 1.15) / UNITS_PER_PCT, sizeOf: 'frame' } as const
  const text = setText('', [{ text: String(number), struck: false }], inside, surface)
  const box = around(at, text.width, text.height)
  return [fill(circlePath(at, radius), colour), lettersOf(text, box, readableOn(colour))]
}

/** Black or white, whichever has more contrast (W3C, WCAG 2.2: the two meet at 0.179). */
const readableOn = (colour: HexColour): HexColour =>
  luminance(hexToLinear(colour)) > 0.179 ? '#000000' : '#FFFFFF'
