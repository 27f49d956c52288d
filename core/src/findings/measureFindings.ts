import type { FileFacts } from '../codec'
import type { Measures } from '../measure'
import { linearToLab, luminance, type Rgb } from '../raster'
import type { Finding } from './finding'
import { THRESHOLDS } from './thresholds'

/** What a photograph is compared with. */
export interface FindingContext {
  /** The brief's ratio. */
  readonly ratio: { readonly width: number; readonly height: number }
  /** The brief's largest placement: its name, and the longer side of a product in it, in pixels. */
  readonly largest: { readonly name: string; readonly productPx: number } | null
  /** The neutral of the shot's lighting; null where none has been read. */
  readonly gains: Rgb | null
  /** Whether the shot is in a lighting. */
  readonly inLighting: boolean
  /** Stops above the middle of its lighting's shots on the same backdrop; null where there are none. */
  readonly evAgainstSiblings: number | null
  /** File name of an earlier shot with the same motif. */
  readonly duplicateOf: string | null
}

/** The findings about a photograph itself, by `THRESHOLDS`. */
export function measureFindings(
  facts: FileFacts,
  measures: Measures,
  context: FindingContext,
): Finding[] {
  const plain = measures.backdrop.share01 >= THRESHOLDS.plainShare01
  return [
    ...ratioFinding(facts, context),
    ...sizeFindings(facts, measures, context),
    ...lightFindings(measures, context, plain),
    ...productFindings(measures),
    ...(plain && measures.specks >= THRESHOLDS.specks
      ? [{ code: 'dirty', specks: measures.specks } as const]
      : []),
    ...(plain && measures.backdrop.spreadL >= THRESHOLDS.unevenL
      ? [{ code: 'uneven-backdrop', spreadL: measures.backdrop.spreadL } as const]
      : []),
    ...(context.duplicateOf !== null
      ? [{ code: 'duplicate', of: context.duplicateOf } as const]
      : []),
    ...(context.inLighting ? [] : [{ code: 'no-lighting' } as const]),
  ]
}

function ratioFinding({ width, height }: FileFacts, { ratio }: FindingContext): Finding[] {
  const off = width / height / (ratio.width / ratio.height)
  if (Math.max(off, 1 / off) - 1 <= THRESHOLDS.ratioOff01) return []
  return [
    {
      code: 'not-square',
      ratio: describeRatio(width, height),
      wants: `${ratio.width}:${ratio.height}`,
    },
  ]
}

/** “4:3”, or “1.47:1” where no small numbers fit. */
export function describeRatio(width: number, height: number): string {
  for (let b = 1; b <= 16; b++) {
    const a = Math.round((width / height) * b)
    if (a <= 16 && Math.abs(width / height / (a / b) - 1) < 0.004) return `${a}:${b}`
  }
  return width >= height ? `${(width / height).toFixed(2)}:1` : `1:${(height / width).toFixed(2)}`
}

function sizeFindings(
  { type, width, height, bytes }: FileFacts,
  { product }: Measures,
  { largest }: FindingContext,
): Finding[] {
  const findings: Finding[] = []
  const box = product?.box ?? { width: 1, height: 1 }
  const hasPx = Math.round(Math.max(box.width * width, box.height * height))
  if (largest && hasPx < largest.productPx)
    findings.push({ code: 'small', placement: largest.name, hasPx, wantsPx: largest.productPx })
  if (type === 'png') findings.push({ code: 'heavy', bytes, why: 'png' })
  else if (bytes / (width * height) > THRESHOLDS.heavyBytesPerPixel)
    findings.push({ code: 'heavy', bytes, why: 'bytes' })
  return findings
}

function lightFindings(
  { backdrop, medianL, clipped01 }: Measures,
  { gains, evAgainstSiblings: ev }: FindingContext,
  plain: boolean,
): Finding[] {
  const findings: Finding[] = []
  const [r, g, b] = backdrop.linear
  const [, a, bStar] = linearToLab(gains ? [r * gains[0], g * gains[1], b * gains[2]] : [r, g, b])
  const chroma = Math.hypot(a, bStar)
  // A backdrop as strongly coloured as paper of a colour is not cast.
  const greyish = plain && backdrop.lightness >= THRESHOLDS.paperL && isNearGrey(backdrop.linear)
  if (greyish && chroma >= THRESHOLDS.castChroma)
    findings.push({ code: 'cast', chroma: Math.round(chroma), towards: hueWord(a, bStar) })
  if (
    ev !== null
      ? ev <= THRESHOLDS.darkEv
      : medianL <= THRESHOLDS.darkMedianL && plain && luminance(backdrop.linear) > 0.05
  )
    findings.push({ code: 'dark', ev })
  if (ev !== null ? ev >= THRESHOLDS.brightEv : medianL >= THRESHOLDS.brightMedianL)
    findings.push({ code: 'bright', ev })
  if (clipped01 >= THRESHOLDS.clipped01) findings.push({ code: 'clipped', share01: clipped01 })
  return findings
}

const isNearGrey = ([r, g, b]: Rgb): boolean =>
  r / g > 0.7 && r / g < 1.4 && b / g > 0.6 && b / g < 1.5

/** The nearest plain colour word for a hue in Lab. */
function hueWord(a: number, b: number): string {
  const words = ['red', 'orange', 'yellow', 'green', 'green', 'cyan', 'blue', 'magenta']
  const degrees = (Math.atan2(b, a) * 180) / Math.PI
  return words[Math.round(((degrees + 360) % 360) / 45) % 8]!
}

function productFindings({ product, tiltDegrees }: Measures): Finding[] {
  const findings: Finding[] = []
  if (!product) findings.push({ code: 'no-product' })
  if (product && product.blurPx >= THRESHOLDS.blurPx)
    findings.push({ code: 'soft', blurPx: product.blurPx })
  if (tiltDegrees !== null && Math.abs(tiltDegrees) >= THRESHOLDS.tiltDegrees)
    findings.push({ code: 'tilted', degrees: tiltDegrees })
  if (product?.touchesBorder) findings.push({ code: 'touches-border' })
  else if (product && product.offCentre01 >= THRESHOLDS.offCentre01)
    findings.push({ code: 'off-centre', share01: product.offCentre01 })
  return findings
}
