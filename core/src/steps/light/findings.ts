import {
  isPlain,
  THRESHOLDS,
  type FindingTable,
  type MeasuredPhotograph,
  type Surroundings,
} from '../../findings'
import { linearToLab, luminance, type Rgb } from '../../raster'
import { formatPercent, formatSigned } from '../../words'

export type LightFinding =
  | { readonly code: 'not-neutral' }
  | { readonly code: 'cast'; readonly chroma: number; readonly towards: string }
  | { readonly code: 'dark'; readonly ev: number | null }
  | { readonly code: 'bright'; readonly ev: number | null }
  | { readonly code: 'clipped'; readonly share01: number }
  | { readonly code: 'dirty'; readonly specks: number }
  | { readonly code: 'uneven-backdrop'; readonly spreadL: number }
  | { readonly code: 'own-neutral'; readonly chroma: number; readonly towards: string }
  | { readonly code: 'no-lighting' }

const againstSiblings = ({ ev }: { readonly ev: number | null }): string =>
  ev === null ? '' : `${formatSigned(ev, 1)} EV relative to its siblings.`

export const LIGHT_FINDINGS: FindingTable<LightFinding> = {
  'not-neutral': {
    title: 'Colour as photographed',
    weight: 'note',
    remedy: 'Its backdrop isn’t a usable grey. Read a neutral for its lighting.',
  },
  cast: {
    title: 'Colour cast',
    weight: 'look',
    remedy: 'Read a neutral for its lighting; every shot in the lighting follows.',
    figures: ({ towards, chroma }) => `${towards} ${chroma}.`,
  },
  dark: {
    title: 'Dark',
    weight: 'look',
    remedy: 'Even out its product or lighting, or raise exposure on the bench.',
    figures: againstSiblings,
  },
  bright: {
    title: 'Bright',
    weight: 'look',
    remedy: 'Even out its product or lighting, or lower exposure on the bench.',
    figures: againstSiblings,
  },
  clipped: {
    title: 'Clipped highlights',
    weight: 'look',
    remedy: 'Whole areas are pure white. Check them on the bench with clipping shown.',
    figures: ({ share01 }) => `${formatPercent(share01)} of the picture.`,
  },
  dirty: {
    title: 'Dirt on the backdrop',
    weight: 'look',
    remedy: 'Check it in the strain view; a cut-out removes the backdrop and its dirt.',
    figures: ({ specks }) => `${specks} specks.`,
  },
  'uneven-backdrop': {
    title: 'Uneven backdrop',
    weight: 'note',
    remedy: 'Flatten the backdrop in Light if it stays in the picture.',
    figures: ({ spreadL }) => `Lightness differs by ${spreadL.toFixed(0)}.`,
  },
  'own-neutral': {
    title: 'Neutral from its own backdrop',
    weight: 'note',
    remedy: 'Read one neutral for its lighting so that all its shots match.',
    figures: ({ towards, chroma }) => `${towards} ${chroma} removed.`,
  },
  'no-lighting': {
    title: 'In no lighting',
    weight: 'note',
    remedy: 'Put it into a lighting so that it follows its neutral.',
  },
}

export function examineForLight(
  { measures }: MeasuredPhotograph,
  surroundings: Surroundings,
): LightFinding[] {
  const { backdrop, medianL, clipped01, specks } = measures
  const { gains, evAgainstSiblings: ev, leavesBackdrop } = surroundings
  const plain = isPlain(measures)
  const findings: LightFinding[] = []
  const [r, g, b] = backdrop.linear
  const [, a, bStar] = linearToLab(gains ? [r * gains[0], g * gains[1], b * gains[2]] : [r, g, b])
  const chroma = Math.hypot(a, bStar)
  // A backdrop as strongly coloured as paper of a colour is not cast.
  const greyish = plain && backdrop.lightness >= THRESHOLDS.paperL && isNearGrey(backdrop.linear)
  const { castChroma, ownColourChroma } = THRESHOLDS
  if (greyish && chroma >= (gains ? ownColourChroma : castChroma))
    findings.push({
      // What is taken off picture by picture wants no look, but agrees less than one neutral for all.
      code: gains === null && surroundings.ownNeutral ? 'own-neutral' : 'cast',
      chroma: Math.round(chroma),
      towards: hueWord(a, bStar),
    })
  if (
    ev !== null
      ? ev <= THRESHOLDS.darkEv
      : medianL <= THRESHOLDS.darkMedianL && plain && luminance(backdrop.linear) > 0.05
  )
    findings.push({ code: 'dark', ev })
  if (ev !== null ? ev >= THRESHOLDS.brightEv : medianL >= THRESHOLDS.brightMedianL)
    findings.push({ code: 'bright', ev })
  if (clipped01 >= THRESHOLDS.clipped01) findings.push({ code: 'clipped', share01: clipped01 })
  if (!leavesBackdrop && plain && specks >= THRESHOLDS.specks)
    findings.push({ code: 'dirty', specks })
  if (!leavesBackdrop && plain && backdrop.spreadL >= THRESHOLDS.unevenL)
    findings.push({ code: 'uneven-backdrop', spreadL: backdrop.spreadL })
  if (!surroundings.inLighting) findings.push({ code: 'no-lighting' })
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
