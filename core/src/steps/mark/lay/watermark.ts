import type { HexColour, PxBox } from '../../../raster'
import type { Drawn, DrawnGroup, TextSpan } from '../../../typeset'
import type { MarkOf } from '../settings'
import { around, grown, lyingAt, middleOf, turnedBounds } from './geometry'
import { pictureDrawn, shownPart } from './inset'
import { boxAt } from './place'
import { lettersOf, setText, type FittedText } from './setText'
import {
  FRAME_UNITS,
  nameOf,
  UNITS_PER_PCT,
  type LaidMark,
  type Part,
  type Surface,
} from './surface'

/** More of them nobody sees apart. */
const MAX_TILES = 400
const [LIGHT, DARK]: readonly [HexColour, HexColour] = ['#FFFFFF', '#000000']

/** Text or a picture, at one place or all over; null where it has neither. */
export function layWatermark(
  mark: MarkOf<'watermark'>,
  spans: readonly TextSpan[],
  surface: Surface,
): LaidMark | null {
  const name = nameOf(mark)
  const shown = mark.picture && shownPart(mark.picture, surface)
  const text = !shown && spans.length > 0 ? setText(name, spans, mark.look, surface) : null
  if (!shown && !text) return null
  const height = text?.height ?? mark.heightPct * UNITS_PER_PCT
  const width = text?.width ?? (height * shown!.part.width) / shown!.part.height
  const box = boxAt(mark.place, width, height, surface)
  const inner = { x: 0, y: 0, width, height }
  const places = mark.tiled ? tiled(mark, box, surface) : [box]
  const spare = text?.size ?? 0
  const partOf = (colour: HexColour): Part => {
    const drawn: Drawn[] = [
      text ? inkOf(text, colour) : pictureDrawn(shown!, inner), // one of them is there
    ]
    const groups = places.map((at): DrawnGroup => ({ matrix: lyingAt(at, mark.turnDeg), drawn }))
    const bounds = mark.tiled
      ? { x: 0, y: 0, width: surface.width, height: FRAME_UNITS }
      : turnedBounds(grown(box, spare), mark.turnDeg)
    return { groups, bounds }
  }
  return {
    id: mark.id,
    kind: mark.kind,
    name,
    box,
    turnDeg: mark.turnDeg,
    opacity: mark.opacityPct / 100,
    lines: null,
    under: null,
    over: partOf(mark.tone === 'dark' ? DARK : LIGHT),
    onLight: mark.tone === 'auto' && text ? partOf(DARK) : null,
    textColour: null,
    overProduct: mark.overProduct,
    findings: text?.findings ?? [],
  }
}

const inkOf = (text: FittedText, colour: HexColour): Drawn =>
  lettersOf(text, { x: 0, y: 0 }, colour)

/** Places all over the frame, every other row moved by half, about the one that was asked for. */
function tiled({ gapPct, turnDeg }: MarkOf<'watermark'>, box: PxBox, surface: Surface): PxBox[] {
  const reach = Math.hypot(surface.width, FRAME_UNITS)
  let [stepX, stepY] = [box.width, box.height * 2].map((side) => side * (1 + gapPct / 100))
  const count = (): number => ((2 * reach) / stepX!) * ((2 * reach) / stepY!)
  while (count() > MAX_TILES) [stepX, stepY] = [stepX! * 1.25, stepY! * 1.25]
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)]
  const middle = middleOf(box)
  const rows = Math.ceil(reach / stepY!)
  const columns = Math.ceil(reach / stepX!) + 1
  const places: PxBox[] = []
  for (let row = -rows; row <= rows; row++)
    for (let column = -columns; column <= columns; column++) {
      const x = (column + (row % 2 === 0 ? 0 : 0.5)) * stepX!
      const y = row * stepY!
      const at = { x: middle.x + x * cos - y * sin, y: middle.y + x * sin + y * cos }
      const tile = around(at, box.width, box.height)
      const { x: left, y: top, width, height } = turnedBounds(tile, turnDeg)
      if (left < surface.width && left + width > 0 && top < FRAME_UNITS && top + height > 0)
        places.push(tile)
    }
  return places
}
