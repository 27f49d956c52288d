import { z } from 'zod'
import { BRIEF_VERSION, BriefSteps, planShot, type Brief, type Plan, type Touches } from '../brief'
import { FORMATS, MADE_FORMATS, type FileType, type Format } from '../codec'
import { Placement } from '../outlets'
import type { PictureFacts } from './file/describePicture'
import type { PictureUse } from './page/pictureUse'

/** By what a weigh-in judges. */
export const WeighOptions = z.strictObject({
  /** Device pixels for each CSS pixel that a picture is shown at. */
  density: z.number().min(1).max(4).default(2),
  /** The format that photographs would be lighter in. */
  format: z.enum(['webp', 'avif', 'jpeg']).default('webp'),
  /** From here on two pictures look the same, as structural similarity. */
  likeness: z.number().min(0.9).max(1).default(0.98),
})
export type WeighOptions = z.infer<typeof WeighOptions>

/** Quality is searched between these, in per cent. */
const [MOST_PCT, LEAST_PCT] = [97, 72]
/** The longest side that a placement can have. */
const NO_LIMIT_PX = 10_000

/** Scales across and down that differ by less are the same. */
const SAME_RATIO = 1.02

/** The size that a picture needs where it is shown, as its longer side in pixels; null where that is not known. */
export function neededSide(
  { width, height }: { readonly width: number; readonly height: number },
  use: Pick<PictureUse, 'shownWidthPx' | 'shownHeightPx'> | null,
  { density }: WeighOptions,
): number | null {
  const across = use?.shownWidthPx ? use.shownWidthPx / width : 0
  const down = use?.shownHeightPx ? use.shownHeightPx / height : 0
  // Sides on a page are whole pixels: they rarely have exactly the ratio of the picture.
  const scale = across > 0 && down < across * SAME_RATIO ? across : Math.max(across, down)
  if (scale === 0) return null
  return Math.max(16, Math.round(Math.min(1, scale * density) * Math.max(width, height)))
}

/** What is asked of a file that is to look the same and weigh little. */
const light = (
  id: string,
  longSidePx: number,
  format: Pick<Placement, 'format'>,
  { likeness }: WeighOptions,
): Placement =>
  Placement.parse({
    id,
    name: id,
    longSidePx,
    qualityPct: MOST_PCT,
    leastQualityPct: LEAST_PCT,
    likeness,
    ...format,
  })

/** The lighter format of a picture; what can be seen through stays so. */
const lightFormat = (
  { format }: WeighOptions,
  kind: PictureFacts['kind'],
): Pick<Placement, 'format'> => ({
  format: kind === 'see-through' && !FORMATS[format].hasAlpha ? 'png' : format,
})

/** Nothing but size and file: what sides rounded to a ratio leave over is cropped, not filled up. */
const UNCHANGED = {
  light: { neutral: { from: 'photograph' } },
  cut: { method: 'off' },
  ground: { behind: { kind: 'transparent' } },
  frame: { reach: 'crop' },
} as const

const isMade = (type: FileType): type is Format =>
  (MADE_FORMATS as readonly string[]).includes(type)

/**
 * The plan by which a picture is rewritten in all ways that need its pixels: as it is, in the lighter format, at the
 * size that it is shown at.
 *
 * @param original SHA-256 of its bytes, in hex.
 */
export function weighPlan(
  original: string,
  facts: Pick<PictureFacts, 'type' | 'width' | 'height' | 'kind'>,
  use: Pick<PictureUse, 'shownWidthPx' | 'shownHeightPx'> | null,
  options: WeighOptions,
): Plan {
  const longer = Math.max(16, facts.width, facts.height)
  const needed = neededSide(facts, use, options)
  const placements = [
    ...(isMade(facts.type) && facts.type !== 'tiff'
      ? [light('same', longer, { format: facts.type }, options)]
      : []),
    light('modern', longer, lightFormat(options, facts.kind), options),
    ...(needed !== null && needed < longer
      ? [light('shown', needed, lightFormat(options, facts.kind), options)]
      : []),
  ]
  const steps = BriefSteps.parse({
    ...UNCHANGED,
    frame: { ...UNCHANGED.frame, ratio: ratioOf(facts) },
    finish: { placements },
  })
  return planShot(original, steps)
}

/** Whether a shoot by that brief can hold a picture: its files are all of one format. */
export const fitsLightBrief = (
  { kind }: Pick<PictureFacts, 'kind'>,
  { format }: WeighOptions,
): boolean => kind !== 'see-through' || FORMATS[format].hasAlpha

/** The brief by which a shoot of weighed pictures makes what was promised of them. */
export const lightBrief = (name: string, options: WeighOptions): Brief => ({
  version: BRIEF_VERSION,
  name,
  steps: BriefSteps.parse({
    ...UNCHANGED,
    finish: {
      placements: [light('light', NO_LIMIT_PX, { format: options.format }, options)],
      fileNames: '',
    },
  }),
})

/** What each shot of such a shoot has of its own: its ratio, and the size that it is shown at. */
export function lightTouches(
  facts: { readonly width: number; readonly height: number },
  use: Pick<PictureUse, 'shownWidthPx' | 'shownHeightPx'> | null,
  options: WeighOptions,
): Touches {
  const needed = neededSide(facts, use, options)
  return {
    // Whatever lighting it is sorted into, its colours stay.
    light: UNCHANGED.light,
    frame: { ratio: ratioOf(facts), ...(needed === null ? {} : { mostPx: needed }) },
  }
}

/** Sides of a ratio are small whole numbers: a large picture's are made smaller together. */
const MOST_SIDE = 2000
function ratioOf({ width, height }: { readonly width: number; readonly height: number }) {
  const scale = Math.min(1, MOST_SIDE / Math.max(width, height))
  const side = (px: number): number => Math.max(1, Math.round(px * scale))
  return { width: side(width), height: side(height) }
}
