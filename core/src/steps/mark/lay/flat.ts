import type { Drawn } from '../../../typeset'
import type { MarkOf } from '../settings'
import { lyingAt, turnedBounds } from './geometry'
import { boxAt, type Stacks } from './place'
import { nameOf, type LaidMark, type Surface } from './surface'

/**
 * A mark in which nothing is to be read.
 *
 * @param drawn from the left upper corner of its box.
 */
export function layFlat(
  mark: MarkOf<'shape' | 'inset'>,
  { width, height }: { readonly width: number; readonly height: number },
  drawn: readonly Drawn[],
  surface: Surface,
  stacks: Stacks,
): LaidMark {
  const at = boxAt(mark.place, width, height, surface)
  const box = { ...at, y: at.y + stacks.push(mark.place, height) }
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
