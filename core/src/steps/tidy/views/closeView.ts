import { MATTE } from '../../../matte'
import {
  fractionsOf,
  LINEAR,
  linearRaster,
  pixelsOf,
  planeF32,
  resamplePlane,
  srgbOfLinear,
  srgbRaster,
  strainView,
  type Box01,
  type LinearRgba,
  type PlaneF32,
  type Size,
  type SrgbRgba8,
} from '../../../raster'
import { defineView } from '../../view'
import { countStanding, specksSeen, type MarkStanding } from '../dirt'
import { TidyOwn } from '../retouches'
import { TidySettings } from '../settings'
import { sweptArea } from '../sweep'
import { toneOf } from '../tools'

/** How a tidied picture is looked at: as it is; tones exaggerated; its tone or its grain alone; where its backdrop is swept. */
export const TIDY_LOOKS = ['result', 'strain', 'tone', 'grain', 'swept'] as const
export type TidyLook = (typeof TIDY_LOOKS)[number]

/** Light by which a picture is shown darker or lighter, to see what hides in its lights or its shadows. */
export const SHADES = { darker: 0.35, 'as it is': 1, lighter: 2.8 } as const
export type Shade = keyof typeof SHADES

export interface TidyViewOptions {
  /** The part of the photograph that is shown. */
  readonly window: Box01
  readonly size: Size
  readonly look: TidyLook
  /** Where tone ends and grain begins, as a share of the longer side. */
  readonly band: number
  /** How much tones are exaggerated, from 2 to 20. */
  readonly strain: number
  readonly shade: Shade
  /** Whether the product is cut, by a matte that was kept: what is swept goes by it. */
  readonly isCut: boolean
}

/** A mark on what was found, as fractions of the photograph. */
export interface SpeckMark {
  readonly box: Box01
  readonly standing: MarkStanding
}

export interface TidyViewFacts {
  /** Dirt that was found. */
  readonly specks: readonly SpeckMark[]
  /** How much of it can be seen at each placement. */
  readonly seenAt: readonly { readonly placementId: string; readonly count: number }[]
  /** Whether texture was calmed that may have to stay. */
  readonly calmsTexture: boolean
}

/** A part of a shot as Tidy leaves it, closely: clean at the scale of its largest placement. */
export const closeView = defineView<TidyViewOptions, TidyViewFacts>({
  reads: ({ isCut }) => ({ until: isCut ? 'cut' : 'tidy', scales: true, sides: [] }),
  draw: (shot, { window, size, look, band, strain, shade }) => {
    const { source, scales } = shot
    const largest = Math.max(...scales.map(({ sidePx }) => sidePx))
    const part = { window: pixelsOf(window, source.size), size }
    const drawn = lit(shot.draw(part, largest), SHADES[shade])
    const longer = Math.max(source.size.width, source.size.height)
    const bandPx = Math.max(1, (band * longer * size.width) / part.window.width)
    const settings = TidySettings.parse(shot.settings)
    const own = TidyOwn.parse(shot.own)
    const matte = shot.facts.of(MATTE)
    const swept = (): PlaneF32 | null =>
      sweptArea(source, matte?.kind === 'cut' ? matte : null, settings, own)
    const picture =
      look === 'swept'
        ? veiled(srgbOfLinear(drawn), swept(), window)
        : looked(drawn, look, bandPx, strain)
    return {
      picture,
      facts: {
        specks: specksSeen(source, settings, own).map(({ window: box, standing }) => ({
          box: fractionsOf(box, source.size),
          standing,
        })),
        calmsTexture: shot.findings.some(({ code }) => code === 'texture-calmed'),
        seenAt: scales.map(({ placementId, sidePx }) => ({
          placementId,
          count: countStanding('cleaned', source, { ...settings, cleanAt: 'output' }, own, sidePx),
        })),
      },
    }
  },
})

/** A picture by so many times the light, in place. */
function lit(picture: LinearRgba, light: number): LinearRgba {
  if (light !== 1)
    for (let i = 0; i < picture.data.length; i++) if (i % 4 !== 3) picture.data[i]! *= light
  return picture
}

function looked(
  drawn: LinearRgba,
  look: Exclude<TidyLook, 'swept'>,
  bandPx: number,
  strain: number,
): SrgbRgba8 {
  switch (look) {
    case 'result':
      return srgbOfLinear(drawn)
    case 'strain':
      return strainView(srgbOfLinear(drawn), strain)
    case 'tone':
      toneOf(drawn, bandPx)
      return srgbOfLinear(drawn)
    case 'grain': {
      const whole = srgbOfLinear(drawn)
      const low = linearRaster(drawn, drawn.data)
      toneOf(low, bandPx)
      return grainOf(whole, srgbOfLinear(low))
    }
  }
}

/** How dark a picture is shown where nothing is swept, and by how many code values it is lighter where all is. */
const VEIL = { dark: 0.45, light: 140 } as const

/** A picture in greys, the lighter the more its backdrop is swept there. */
function veiled(picture: SrgbRgba8, swept: PlaneF32 | null, window: Box01): SrgbRgba8 {
  const share = swept && resamplePlane(swept, pixelsOf(window, swept), planeF32(picture), LINEAR)
  const made = srgbRaster(picture)
  for (let i = 0, p = 0; p < made.data.length; i++, p += 4) {
    const [r, g, b] = [picture.data[p]!, picture.data[p + 1]!, picture.data[p + 2]!]
    const grey = VEIL.dark * (0.25 * r + 0.6 * g + 0.15 * b) + VEIL.light * (share?.data[i] ?? 0)
    made.data.fill(grey, p, p + 3)
    made.data[p + 3] = 255
  }
  return made
}

/** What a picture has beyond its tone, twice as strong, about mid grey. */
function grainOf(whole: SrgbRgba8, tone: SrgbRgba8): SrgbRgba8 {
  const data = whole.data.map((value, i) => (i % 4 === 3 ? 255 : 128 + 2 * (value - tone.data[i]!)))
  return srgbRaster(whole, data)
}
