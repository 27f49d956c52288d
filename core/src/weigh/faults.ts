import { formatBytes, formatCount, formatPercent, formatTimes } from '../words'
import type { PictureFacts } from './file/describePicture'
import type { PictureUse } from './page/pictureUse'
import type { Rewritten } from './ways'

/** What can be wrong with a picture on a page. */
export const FAULTS = [
  'photograph-as-png',
  'more-pixels',
  'quality-unseen',
  'no-modern-format',
  'ballast',
  'colour-profile',
  'no-size',
  'no-description',
  'not-lazy',
] as const
export type FaultCode = (typeof FAULTS)[number]

/** A fault by its name, as a filter and a caption have it. */
export const FAULT_TITLES: Readonly<Record<FaultCode, string>> = {
  'photograph-as-png': 'Photograph as PNG',
  'more-pixels': 'More pixels than shown',
  'quality-unseen': 'Quality nobody sees',
  'no-modern-format': 'No modern format',
  ballast: 'Metadata inside',
  'colour-profile': 'Not in sRGB',
  'no-size': 'No width and height',
  'no-description': 'No description',
  'not-lazy': 'Loaded before it is seen',
}

/** One thing that is wrong with a picture, and what says so. */
export interface Fault {
  readonly code: FaultCode
  readonly title: string
  /** The figure behind it. */
  readonly figure: string
}

/** Beyond so many times the pixels that are needed, a picture has too many. */
const MORE_PIXELS_TIMES = 1.5
/** Quality beyond which nobody sees a difference, in per cent. */
const UNSEEN_PCT = 92
/** Ballast that is worth a word: more than this share of the file, or than so many bytes. */
const BALLAST_01 = 0.03
const BALLAST_BYTES = 4096
/** So much lighter another format must make it, as a share. */
const LIGHTER_01 = 0.15
/** What is seen of a page before it is scrolled, in CSS pixels: the height of a small laptop's window. */
const FOLD_PX = 800
/** Where a page was not laid out: pictures that come before the fold at any width. */
const ABOVE_FOLD = 2

/** What is known of a picture when it is judged. */
export interface Judged {
  readonly facts: PictureFacts
  /** How a page shows it; null for a file by itself. */
  readonly use: PictureUse | null
  readonly made: readonly Rewritten[]
  /** Longer side that it needs where it is shown, in pixels; null where that is not known. */
  readonly neededPx: number | null
}

/** What is wrong with a picture, gravest first. */
export function faultsOf(judged: Judged): readonly Fault[] {
  return FAULTS.flatMap((code) => {
    const figure = JUDGES[code](judged)
    return figure === null ? [] : [{ code, title: FAULT_TITLES[code], figure }]
  })
}

/** The figure that says that a fault is there; null where it is not. */
const JUDGES: Readonly<Record<FaultCode, (judged: Judged) => string | null>> = {
  'photograph-as-png': ({ facts: { type, kind, bytes } }) =>
    type === 'png' && kind === 'photograph' ? formatBytes(bytes) : null,
  'more-pixels': ({ facts: { width, height }, neededPx }) => {
    const longer = Math.max(width, height)
    if (neededPx === null) return null
    const times = (longer / neededPx) ** 2
    return times >= MORE_PIXELS_TIMES
      ? `${formatTimes(times)}: ${longer} px, needs ${neededPx} px`
      : null
  },
  'quality-unseen': ({ facts: { qualityPct } }) =>
    qualityPct !== null && qualityPct > UNSEEN_PCT ? `quality ${qualityPct}` : null,
  'no-modern-format': ({ facts: { type, bytes }, made }) => {
    if (type === 'webp' || type === 'avif') return null
    const same = made.find(({ way }) => way === 'same')?.bytes ?? bytes
    const modern = made.find(({ way }) => way === 'modern')
    if (!modern || modern.type === type) return null
    const saved = 1 - modern.bytes / Math.min(same, bytes)
    return saved >= LIGHTER_01 ? `${formatPercent(saved, 0)} lighter` : null
  },
  ballast: ({ facts: { ballastBytes, bytes } }) =>
    ballastBytes > Math.min(BALLAST_BYTES, BALLAST_01 * bytes) ? formatBytes(ballastBytes) : null,
  'colour-profile': ({ facts: { profile } }) =>
    profile !== null && !/srgb/i.test(profile) ? profile : null,
  'no-size': ({ use }) => (use && !use.hasSize ? 'the page moves when it arrives' : null),
  'no-description': ({ use }) => (use?.alt === null ? 'alt missing' : null),
  'not-lazy': ({ use }) => (use && !use.lazy ? belowFold(use) : null),
}

/** Where a picture lies, if that is below what is seen at first; null if it isn't. */
function belowFold({ topPx, order }: PictureUse): string | null {
  // Rows of before pages were laid out have no such field.
  if (typeof topPx === 'number')
    return topPx >= FOLD_PX ? `${formatCount(Math.round(topPx))} px down the page` : null
  return order >= ABOVE_FOLD ? `picture ${order + 1} of the page` : null
}
