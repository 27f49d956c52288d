import { FORMATS } from '../../codec'
import { deltaE2000 } from '../../raster'
import { formatBytes, formatPercent, formatRatio } from '../../words'
import type { OutletRules } from '../rules'
import { labOfHex, type FinishedFile } from './readFinished'

/** The rules that one file can break. */
export const RULE_IDS = [
  'too-few-pixels',
  'too-many-pixels',
  'ratio',
  'format',
  'bytes',
  'backdrop',
  'cover-backdrop',
  'fill-low',
  'fill-high',
  'fill-unknown',
  'profile',
  'credit',
  'marks',
  'alt-text',
] as const
export type RuleId = (typeof RULE_IDS)[number]

/** A rule that a file breaks: its value against the limit, as people read them. */
export interface BrokenRule {
  readonly rule: RuleId
  readonly value: string
  readonly limit: string
}

interface RuleWords {
  readonly title: string
  readonly remedy: string
}

export const RULE_WORDS: Readonly<Record<RuleId, RuleWords>> = {
  'too-few-pixels': {
    title: 'Too few pixels',
    remedy: 'Allow enlarging for this placement, or leave the picture out.',
  },
  'too-many-pixels': { title: 'Too many pixels', remedy: 'Choose a smaller size.' },
  ratio: { title: 'Wrong ratio', remedy: 'Set the placement’s ratio to the outlet’s.' },
  format: { title: 'Wrong format', remedy: 'Choose a format the outlet accepts.' },
  bytes: { title: 'Too heavy', remedy: 'Allow a lower quality, or choose a smaller size.' },
  backdrop: {
    title: 'Wrong backdrop',
    remedy: 'Put the product on the outlet’s colour; an uncut shot has to be cut first.',
  },
  'cover-backdrop': {
    title: 'Wrong cover backdrop',
    remedy: 'Choose another cover on Products, or give its shot the ground the outlet wants.',
  },
  'fill-low': { title: 'Product too small', remedy: 'Raise the placement’s fill.' },
  'fill-high': { title: 'Product too large', remedy: 'Lower the placement’s fill.' },
  'fill-unknown': {
    title: 'Product can’t be measured',
    remedy: 'The border isn’t one colour. Check the picture yourself.',
  },
  profile: { title: 'No colour profile', remedy: 'Make it again.' },
  credit: {
    title: 'No credit',
    remedy: 'Have the brief write a credit into files, under Finish.',
  },
  marks: {
    title: 'Marks not accepted',
    remedy: 'Make it again, or choose another cover on Products.',
  },
  'alt-text': { title: 'No description', remedy: 'Write one on Products, or set a pattern.' },
}

/** A side may be off by this share, for a ratio of whole pixels. */
const RATIO_OFF = 0.005
/** The product’s box is measured to this share of the frame. */
const FILL_OFF = 0.005

/**
 * The rules that a finished file breaks.
 *
 * @param altText the description that goes with it.
 * @param saysCredit whether who made it and holds the rights is written into it as it leaves.
 * @param isCover whether it is the first picture of its product.
 * @param isMarked whether words or shapes are drawn over it.
 */
export function checkFile(
  file: FinishedFile,
  rules: OutletRules,
  {
    altText,
    saysCredit = true,
    isCover = false,
    isMarked = false,
  }: {
    readonly altText: string
    readonly saysCredit?: boolean
    readonly isCover?: boolean
    readonly isMarked?: boolean
  },
): BrokenRule[] {
  const broken: BrokenRule[] = []
  const add = (rule: RuleId, value: string, limit: string): void =>
    void broken.push({ rule, value, limit })
  const { width, height, bytes, border } = file
  const size = `${width} × ${height} px`
  const { leastShorterPx, mostLongerPx, ratio, formats, limitBytes, backdrop } = rules
  if (leastShorterPx !== null && Math.min(width, height) < leastShorterPx)
    add('too-few-pixels', size, `at least ${leastShorterPx} px`)
  if (mostLongerPx !== null && Math.max(width, height) > mostLongerPx)
    add('too-many-pixels', size, `at most ${mostLongerPx} px`)
  if (ratio && isOff(width / height, ratio.width / ratio.height, width, height))
    add('ratio', `${(width / height).toFixed(2)}:1`, formatRatio(ratio))
  if (formats.length > 0 && !formats.some((format) => format === file.type))
    add(
      'format',
      FORMATS[file.type].word,
      formats.map((format) => FORMATS[format].word).join(' or '),
    )
  if (limitBytes !== null && bytes > limitBytes)
    add('bytes', formatBytes(bytes), formatBytes(limitBytes))
  const asked =
    isCover && rules.coverBackdrop
      ? ({ rule: 'cover-backdrop', backdrop: rules.coverBackdrop } as const)
      : ({ rule: 'backdrop', backdrop } as const)
  const off = offBackdrop(border, asked.backdrop)
  if (off) add(asked.rule, off.value, off.limit)
  broken.push(...checkFill(file, rules))
  if (rules.needsProfile && !file.hasProfile) add('profile', 'none', 'sRGB')
  if (rules.fileWords === 'credit' && !saysCredit) add('credit', 'none', 'who made it')
  if (isMarked && (rules.marks === 'none' || (rules.marks === 'not-on-covers' && isCover)))
    add('marks', isCover ? 'marks on the cover' : 'marks', 'none')
  if (rules.needsAltText && altText.trim() === '') add('alt-text', 'none', 'one sentence')
  return broken
}

/** By how much a border is not what it must be; null where it is. */
function offBackdrop(
  border: FinishedFile['border'],
  backdrop: OutletRules['backdrop'],
): Omit<BrokenRule, 'rule'> | null {
  if (backdrop === null) return null
  if (backdrop.kind === 'transparent')
    return border.clear01 >= 0.99
      ? null
      : { value: `${formatPercent(border.clear01, 0)} of the border clear`, limit: 'transparent' }
  const off = deltaE2000(labOfHex(border.colour), labOfHex(backdrop.colour)) + border.spread
  if (off <= backdrop.tolerance) return null
  return {
    value: `${border.colour}, ΔE ${off.toFixed(1)}`,
    limit: `${backdrop.colour}, ΔE ${backdrop.tolerance.toFixed(1)}`,
  }
}

function checkFill(
  { product }: FinishedFile,
  { leastFillPct, mostFillPct }: OutletRules,
): BrokenRule[] {
  if (leastFillPct === null && mostFillPct === null) return []
  const limit = [
    leastFillPct === null ? '' : `at least ${leastFillPct} %`,
    mostFillPct === null ? '' : `at most ${mostFillPct} %`,
  ]
    .filter((part) => part !== '')
    .join(', ')
  if (!product) return [{ rule: 'fill-unknown', value: 'not known', limit }]
  const fill = Math.max(product.width, product.height)
  const value = formatPercent(fill)
  if (leastFillPct !== null && fill < leastFillPct / 100 - FILL_OFF)
    return [{ rule: 'fill-low', value, limit }]
  if (mostFillPct !== null && fill > mostFillPct / 100 + FILL_OFF)
    return [{ rule: 'fill-high', value, limit }]
  return []
}

/** Whether a ratio is off by more than whole pixels make it. */
const isOff = (is: number, wanted: number, width: number, height: number): boolean =>
  Math.abs(is / wanted - 1) > Math.max(RATIO_OFF, 1 / width + 1 / height)
