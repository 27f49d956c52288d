import {
  hexToLinear,
  LINEAR_OF_BYTE,
  luminance,
  type LinearRgba,
  type PlaneF32,
  type PxBox,
  type SrgbRgba8,
} from '../../raster'
import type { Typesetter } from '../../typeset'
import { MAX_OVER_PRODUCT_01, MIN_CONTRAST, type MarkFinding } from './findings'
import { FRAME_UNITS, type LaidMark, type Part } from './lay/surface'

/** Pixels that are drawn at once: a watermark may cover a picture of any size. */
const BAND_PIXELS = 4_000_000
/** From here on a pixel is part of a mark, of 255. */
const SEEN = 26
/** From here on a pixel is inside a letter. */
const INSIDE = 200
/** Letters are as hard to read as their worst places: this share of them, from the worst. */
const WORST_01 = 0.1
/** Ground that is lighter than this takes a dark watermark, as relative luminance. */
const LIGHT_GROUND = 0.4

/**
 * Draws one mark over a picture, and measures it there: what it covers of the product, and how well its text is read.
 *
 * @param picture linear light, premultiplied; written to.
 * @param alpha share of product of each pixel; null where nothing is cut.
 */
export function paintMark(
  picture: LinearRgba,
  mark: LaidMark,
  typesetter: Typesetter,
  alpha: () => PlaneF32 | null,
): MarkFinding[] {
  const scale = picture.height / FRAME_UNITS
  const share = mark.overProduct ? null : alpha()
  const covered = { pixels: 0, product: 0 }
  const contrasts: number[] = []
  const ink = mark.textColour === null ? null : luminance(hexToLinear(mark.textColour))
  const over =
    mark.over && mark.onLight && isLight(picture, mark.over, scale) ? mark.onLight : mark.over
  const lay = (part: Part | null, isLetters: boolean, isLine: boolean): void => {
    if (!part) return
    for (const area of bandsOf(part.bounds, scale, picture)) {
      const drawn = typesetter.draw(area, scale, part.groups)
      if (share && !isLine) count(covered, drawn, area, share)
      if (isLetters && ink !== null) contrasts.push(...contrastsIn(picture, drawn, area, ink))
      compose(picture, drawn, area, mark.opacity)
    }
  }
  lay(mark.lines, false, true)
  lay(mark.under, false, false)
  lay(over, true, false)
  const findings: MarkFinding[] = []
  const over01 = covered.pixels === 0 ? 0 : covered.product / covered.pixels
  if (over01 > MAX_OVER_PRODUCT_01)
    findings.push({ code: 'mark-over-product', mark: mark.name, share01: over01 })
  const ratio = quantile(contrasts, WORST_01)
  if (ratio !== null && ratio < MIN_CONTRAST)
    findings.push({ code: 'mark-contrast', mark: mark.name, ratio })
  return findings
}

/** The whole pixels of a part of a frame that lie in a picture, in bands that are not too large. */
function bandsOf(bounds: PxBox, scale: number, { width, height }: LinearRgba): PxBox[] {
  const [left, top] = [bounds.x, bounds.y].map((at) => Math.max(0, Math.floor(at * scale) - 1))
  const right = Math.min(width, Math.ceil((bounds.x + bounds.width) * scale) + 1)
  const bottom = Math.min(height, Math.ceil((bounds.y + bounds.height) * scale) + 1)
  const across = right - left!
  if (across <= 0 || bottom <= top!) return []
  const rows = Math.max(1, Math.floor(BAND_PIXELS / across))
  const bands: PxBox[] = []
  for (let y = top!; y < bottom; y += rows)
    bands.push({ x: left!, y, width: across, height: Math.min(rows, bottom - y) })
  return bands
}

/** Runs over the pixels of a part that was drawn: their places in it and in the picture. */
function eachPixel(
  { x, y, width, height }: PxBox,
  across: number,
  visit: (drawn: number, pixel: number) => void,
): void {
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++)
      visit(row * width + column, (y + row) * across + x + column)
}

/** Lays straight sRGB over linear light (Porter & Duff 1984: over). */
function compose(picture: LinearRgba, { data }: SrgbRgba8, area: PxBox, opacity: number): void {
  const into = picture.data
  eachPixel(area, picture.width, (from, to) => {
    const a = (data[from * 4 + 3]! / 255) * opacity
    if (a === 0) return
    for (let c = 0; c < 3; c++)
      into[to * 4 + c] = LINEAR_OF_BYTE[data[from * 4 + c]!]! * a + into[to * 4 + c]! * (1 - a)
    into[to * 4 + 3] = a + into[to * 4 + 3]! * (1 - a)
  })
}

function count(
  covered: { pixels: number; product: number },
  { data }: SrgbRgba8,
  area: PxBox,
  share: PlaneF32,
): void {
  eachPixel(area, share.width, (from, at) => {
    if (data[from * 4 + 3]! < SEEN) return
    covered.pixels++
    if (share.data[at]! > 0.5) covered.product++
  })
}

/** Contrast of letters to what lies behind each of their pixels (W3C, WCAG 2.2, contrast ratio). */
function contrastsIn(
  { data: behind, width }: LinearRgba,
  { data }: SrgbRgba8,
  area: PxBox,
  ink: number,
): number[] {
  const ratios: number[] = []
  eachPixel(area, width, (from, at) => {
    if (data[from * 4 + 3]! < INSIDE) return
    // What nothing lies behind is read on whatever the page is.
    if (behind[at * 4 + 3]! < 0.5) return
    const ground = luminance([behind[at * 4]!, behind[at * 4 + 1]!, behind[at * 4 + 2]!])
    const [lighter, darker] = ground > ink ? [ground, ink] : [ink, ground]
    ratios.push((lighter + 0.05) / (darker + 0.05))
  })
  return ratios
}

/** Whether a picture is light, on average, where a part is to be drawn. */
function isLight({ data, width, height }: LinearRgba, { bounds }: Part, scale: number): boolean {
  let [sum, pixels] = [0, 0]
  for (const area of bandsOf(bounds, scale, { data, width, height } as LinearRgba))
    eachPixel(area, width, (_, at) => {
      const through = 1 - data[at * 4 + 3]!
      sum += luminance([data[at * 4]!, data[at * 4 + 1]!, data[at * 4 + 2]!]) + through
      pixels++
    })
  return pixels > 0 && sum / pixels > LIGHT_GROUND
}

function quantile(values: number[], share01: number): number | null {
  if (values.length === 0) return null
  values.sort((a, b) => a - b)
  return values[Math.floor(values.length * share01)]!
}
