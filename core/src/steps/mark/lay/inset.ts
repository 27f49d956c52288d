import { pixelsOf, type PxBox, type SrgbRgba8 } from '../../../raster'
import type { Drawn } from '../../../typeset'
import type { InsetPicture, MarkOf } from '../settings'
import { layFlat } from './flat'
import { around, middleOf } from './geometry'
import type { Stacks } from './place'
import { shapePath } from './plate'
import { rectanglePath } from './paths'
import { UNITS_PER_PCT, type LaidMark, type Surface } from './surface'

/** The hash of an inset's file; null where the product has no photograph from its angle. */
export const hashOf = ({ from }: InsetPicture, { pictures }: Surface['about']): string | null =>
  from.kind === 'file' ? from.hash : (pictures[from.angle]?.hash ?? null)

/** A picture that was read, and its part that is shown, in its pixels. */
export interface ShownPart {
  readonly picture: SrgbRgba8
  readonly part: PxBox
}

/** The picture of an inset; null where there is none to be had. */
export function shownPart(inset: InsetPicture, { about, assets }: Surface): ShownPart | null {
  const asset = assets.get(hashOf(inset, about) ?? '')
  if (asset?.kind !== 'picture') return null
  return { picture: asset.picture, part: pixelsOf(inset.part, asset.picture) }
}

/** A picture of a height, drawn from its left upper corner. */
export const pictureDrawn = (
  { picture, part }: ShownPart,
  box: PxBox,
  clip = rectanglePath(box),
): Drawn => ({ kind: 'picture', picture, part, box, clip, opacity: 1 })

/** A small picture with its border; null where there is no picture. */
export function layInset(mark: MarkOf<'inset'>, surface: Surface, stacks: Stacks): LaidMark | null {
  const shown = mark.picture && shownPart(mark.picture, surface)
  if (!shown) return null
  const height = mark.heightPct * UNITS_PER_PCT
  const width = (height * shown.part.width) / shown.part.height
  const inner = { x: 0, y: 0, width, height }
  const drawn: Drawn[] = [pictureDrawn(shown, inner, shapePath(mark.shape, inner))]
  if (mark.line) {
    const thick = mark.line.widthPct * UNITS_PER_PCT
    const inside = around(middleOf(inner), width - thick, height - thick)
    drawn.push({
      kind: 'stroke',
      path: shapePath(mark.shape, inside),
      width: thick,
      ink: { colour: mark.line.colour, opacity: 1 },
    })
  }
  return layFlat(mark, { width, height }, drawn, surface, stacks)
}
