import type { MarkOf } from '../settings'
import { lyingAt, turnedBounds } from './geometry'
import { boxAt, type Stacks } from './place'
import { plateDrawn } from './plate'
import { nameOf, UNITS_PER_PCT, type LaidMark, type Surface } from './surface'

/** A plain shape. */
export function layShape(mark: MarkOf<'shape'>, surface: Surface, stacks: Stacks): LaidMark {
  const [width, height] = [mark.widthPct * UNITS_PER_PCT, mark.heightPct * UNITS_PER_PCT]
  const at = boxAt(mark.place, width, height, surface)
  const box = { ...at, y: at.y + stacks.push(mark.place, height) }
  const drawn = plateDrawn(mark.plate, { x: 0, y: 0, width, height })
  return {
    id: mark.id,
    kind: mark.kind,
    name: nameOf(mark),
    box,
    turnDeg: mark.turnDeg,
    opacity: mark.opacityPct / 100,
    lines: null,
    under: {
      groups: [{ matrix: lyingAt(box, mark.turnDeg), drawn }],
      bounds: turnedBounds(box, mark.turnDeg),
    },
    over: null,
    onLight: null,
    textColour: null,
    overProduct: mark.overProduct,
    findings: [],
  }
}
