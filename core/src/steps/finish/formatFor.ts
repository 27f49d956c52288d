import { FORMATS, isFlat, MADE_FORMATS, type Format } from '../../codec'
import type { Placement } from '../../outlets'
import type { SrgbRgba8 } from '../../raster'

/** What each kind of picture comes in, best first. */
const BEST: Readonly<Record<PictureKind, readonly Format[]>> = {
  'see-through': ['webp', 'avif', 'png', 'tiff', 'jpeg'],
  graphic: ['png', 'webp', 'avif', 'tiff', 'jpeg'],
  photograph: ['jpeg', 'webp', 'avif', 'png', 'tiff'],
}
type PictureKind = 'see-through' | 'graphic' | 'photograph'

/** The formats that a placement's picture may come in. */
export const formatsOf = ({
  format,
  among,
}: Pick<Placement, 'format' | 'among'>): readonly Format[] =>
  format !== 'auto' ? [format] : among.length > 0 ? among : MADE_FORMATS

/** Whether a placement's file can hold transparency. */
export const mayBeTransparent = (placement: Pick<Placement, 'format' | 'among'>): boolean =>
  formatsOf(placement).some((format) => FORMATS[format].hasAlpha)

/** The words for a placement's format. */
export const formatWord = (format: Placement['format']): string =>
  format === 'auto' ? 'auto' : FORMATS[format].word

/** The format that a picture comes in: what its placement names, or the best for what it is. */
export function formatFor(
  { data }: SrgbRgba8,
  placement: Pick<Placement, 'format' | 'among'>,
): Format {
  const { format } = placement
  if (format !== 'auto') return format
  const allowed = formatsOf(placement)
  const isOpaque = data.every((value, i) => i % 4 < 3 || value === 255)
  const kind = !isOpaque ? 'see-through' : isFlat(data) ? 'graphic' : 'photograph'
  return BEST[kind].find((candidate) => allowed.includes(candidate)) ?? 'jpeg'
}
