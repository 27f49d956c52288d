import type { PxBox } from '../../../raster'
import { FRAME_UNITS, UNITS_PER_PCT, type Surface } from './surface'
import type { Drawn, TextBlock, TextFace, TextSpan } from '../../../typeset'
import type { MarkFinding } from '../findings'
import type { TextLook } from '../settings'

/** Text that was set to fit its place. */
export interface FittedText {
  readonly block: TextBlock
  readonly width: number
  readonly height: number
  /** Size of its letters, in units. */
  readonly size: number
  readonly findings: readonly MarkFinding[]
}

/** The family under which a look's font is known to the typesetter. */
export const familyOf = ({ family, ownFont }: TextLook): string => ownFont?.hash ?? family

/**
 * Sets text so that it fits: in a line that gets smaller down to its limit and is broken only then, or in as many
 * lines as it takes.
 */
export function setText(
  name: string,
  spans: readonly TextSpan[],
  look: TextLook,
  surface: Surface,
): FittedText {
  const { typesetter, product } = surface
  const text = spans.map((span) => span.text).join('')
  const asked =
    look.sizeOf === 'product' ? (product.height * look.sizePct) / 100 : look.sizePct * UNITS_PER_PCT
  const max = (surface.width * look.widthPct) / 100
  const least = look.leastPct / 100
  const blockOf = (times: number, maxWidth: number): TextBlock => ({
    spans,
    face: faceOf(look, asked * times, typesetter.fontsFor(familyOf(look), look.italic, text)),
    maxWidth,
  })
  const first = typesetter.set(blockOf(1, look.fit === 'wrap' ? max : Infinity))
  const times = first.width > max ? Math.max(least, (max / first.width) * 0.999) : 1
  const block = blockOf(times, times > least || first.width <= max ? blockWidth(look, max) : max)
  const set = typesetter.set(block)
  const findings: MarkFinding[] = []
  if (set.missing.length > 0)
    findings.push({ code: 'mark-no-letters', mark: name, letters: set.missing.join(' ') })
  const room = FRAME_UNITS - 2 * surface.margin
  if (set.width > max * 1.002 || set.height > room)
    findings.push({ code: 'mark-text-long', mark: name })
  return { block, width: set.width, height: set.height, size: asked * times, findings }
}

const blockWidth = ({ fit }: TextLook, max: number): number => (fit === 'wrap' ? max : Infinity)

const faceOf = (look: TextLook, size: number, fonts: readonly string[]): TextFace => ({
  fonts,
  weight: look.weight,
  italic: look.italic,
  size,
  tracking: look.trackingPct / 100,
  lineHeight: look.linePct / 100,
  align: look.align,
})

/** What lies under the letters: their shadow and their outline. */
export function underText({ block, size }: FittedText, look: TextLook, at: PxBox): Drawn[] {
  const { shadow, outline } = look
  const { x, y } = at
  const drawn: Drawn[] = []
  if (shadow)
    drawn.push({
      kind: 'text',
      block,
      x,
      y: y + (shadow.downPct / 100) * size,
      ink: {
        colour: shadow.colour,
        opacity: shadow.opacityPct / 100,
        blur: (shadow.blurPct / 100) * size,
      },
    })
  if (outline)
    drawn.push({
      kind: 'text',
      block,
      x,
      y,
      outline: (outline.widthPct / 50) * size,
      ink: { colour: outline.colour, opacity: 1 },
    })
  return drawn
}

/** The letters themselves. */
export const lettersOf = (
  { block }: FittedText,
  { x, y }: { readonly x: number; readonly y: number },
  colour: TextLook['colour'],
): Drawn => ({ kind: 'text', block, x, y, ink: { colour, opacity: 1 } })
