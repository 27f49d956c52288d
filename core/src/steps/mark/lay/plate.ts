import type { PxBox } from '../../../raster'
import type { Drawn } from '../../../typeset'
import type { Plate } from '../settings'
import { around, middleOf } from './geometry'
import { ellipsePath, rectanglePath, roundedPath } from './paths'
import { UNITS_PER_PCT } from './surface'

/** Corners of a rounded plate, as a share of its shorter side. */
const ROUNDING = 0.25

/** The box of a plate about text of a size; an ellipse goes through the corners of the padded text. */
export function plateSize(
  { shape, padPct }: Plate,
  text: { readonly width: number; readonly height: number; readonly size: number },
): { readonly width: number; readonly height: number } {
  if (shape === 'none') return text
  const pad = (padPct / 100) * text.size
  return shape === 'ellipse'
    ? { width: (text.width + pad) * Math.SQRT2, height: (text.height + pad / 2) * Math.SQRT2 }
    : { width: text.width + 2 * pad, height: text.height + pad }
}

/** A shape that fills a box. */
export const shapePath = (shape: Plate['shape'], box: PxBox): string => {
  if (shape === 'ellipse') return ellipsePath(box)
  if (shape === 'rounded') return roundedPath(box, ROUNDING * Math.min(box.width, box.height))
  return rectanglePath(box)
}

/** A plate that fills a box, with its line inside the box's edge. */
export function plateDrawn({ shape, colour, opacityPct, line }: Plate, box: PxBox): Drawn[] {
  if (shape === 'none') return []
  const drawn: Drawn[] = [
    { kind: 'fill', path: shapePath(shape, box), ink: { colour, opacity: opacityPct / 100 } },
  ]
  if (line) {
    const width = line.widthPct * UNITS_PER_PCT
    const inner = around(middleOf(box), box.width - width, box.height - width)
    drawn.push({
      kind: 'stroke',
      path: shapePath(shape, inner),
      width,
      ink: { colour: line.colour, opacity: 1 },
    })
  }
  return drawn
}
