import type { PxBox } from '../../../raster'
import type { TextSpan } from '../../../typeset'
import type { MarkPlace, MarkOf, Plate, TextLook } from '../settings'
import { around, grown, lyingAt, turnedBounds } from './geometry'
import { boxAt, type Stacks } from './place'
import { rectanglePath } from './paths'
import { plateDrawn, plateSize } from './plate'
import { lettersOf, setText, underText, type FittedText } from './setText'
import { FRAME_UNITS, nameOf, type LaidMark, type Part, type Surface } from './surface'

/** Around what is drawn: letters that reach beyond their lines, and blur, as shares of the letters' size. */
const [SPARE, SPARE_OF_SHADOW] = [0.4, 1.2]

const spareOf = ({ shadow, outline }: TextLook): number =>
  shadow || outline ? SPARE_OF_SHADOW : SPARE

/** Text on its plate within a box: what lies under the letters, and they. */
export function textParts(
  text: FittedText,
  { look, plate }: { readonly look: TextLook; readonly plate: Plate },
  box: PxBox,
  turnDeg: number,
): { readonly under: Part | null; readonly over: Part } {
  const matrix = lyingAt(box, turnDeg)
  const inner = { x: 0, y: 0, width: box.width, height: box.height }
  const at = around({ x: box.width / 2, y: box.height / 2 }, text.width, text.height)
  const beneath = [...plateDrawn(plate, inner), ...underText(text, look, at)]
  const bounds = turnedBounds(grown(box, spareOf(look) * text.size), turnDeg)
  return {
    under: beneath.length > 0 ? { groups: [{ matrix, drawn: beneath }], bounds } : null,
    over: { groups: [{ matrix, drawn: [lettersOf(text, at, look.colour)] }], bounds },
  }
}

/** Text, with or without a plate. */
export function layLabel(
  mark: MarkOf<'label'>,
  spans: readonly TextSpan[],
  surface: Surface,
  stacks: Stacks,
): LaidMark {
  const name = nameOf(mark)
  const text = setText(name, spans, mark.look, surface)
  const common = {
    id: mark.id,
    kind: mark.kind,
    name,
    opacity: mark.opacityPct / 100,
    lines: null,
    onLight: null,
    textColour: mark.look.colour,
    overProduct: mark.overProduct,
    findings: text.findings,
  }
  if (mark.plate.shape === 'strip') {
    const strip = layStrip(mark, text, surface)
    return { ...common, ...strip }
  }
  const { width, height } = plateSize(mark.plate, text)
  const box = boxAt(mark.place, width, height, surface)
  const lying = { ...box, y: box.y + stacks.push(mark.place, height) }
  return {
    ...common,
    box: lying,
    turnDeg: mark.turnDeg,
    ...textParts(text, mark, lying, mark.turnDeg),
  }
}

/** The corner of the frame that is nearest to a place, and how a strip lies across it. */
function cornerFor(place: MarkPlace): { readonly right: boolean; readonly low: boolean } {
  return { right: place.x > 0.5, low: place.y > 0.5 }
}

/** A strip across a corner of the frame, so far in that its text has room on it. */
function layStrip(
  { place, plate, look, turnDeg }: MarkOf<'label'>,
  text: FittedText,
  surface: Surface,
): Pick<LaidMark, 'box' | 'turnDeg' | 'under' | 'over'> {
  const { right, low } = cornerFor(place)
  const pad = (plate.padPct / 100) * text.size
  const height = text.height + pad
  // The edge that is nearer to the corner is twice as long as it is far from it.
  const deep = text.width / 2 + pad + height / 2
  const middle = {
    x: right ? surface.width - deep * Math.SQRT1_2 : deep * Math.SQRT1_2,
    y: low ? FRAME_UNITS - deep * Math.SQRT1_2 : deep * Math.SQRT1_2,
  }
  const turned = turnDeg + (right === low ? -45 : 45)
  const box = around(middle, text.width + 2 * pad, height)
  const { under, over } = textParts(text, { look, plate: { ...plate, shape: 'none' } }, box, turned)
  const long = 2 * (deep + height)
  const band = around({ x: box.width / 2, y: box.height / 2 }, long, height)
  const matrix = lyingAt(box, turned)
  const ink = { colour: plate.colour, opacity: plate.opacityPct / 100 }
  const strip = { matrix, drawn: [{ kind: 'fill' as const, path: rectanglePath(band), ink }] }
  return {
    box,
    turnDeg: turned,
    under: {
      groups: [strip, ...(under?.groups ?? [])],
      bounds: turnedBounds(around(middle, long, height + 2 * SPARE_OF_SHADOW * text.size), turned),
    },
    over,
  }
}
