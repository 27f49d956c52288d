import { FORMATS } from '@cloudbank/core/codec'
import type { Outlet } from '@cloudbank/core/outlets'
import { countOf, formatBytes } from '@cloudbank/core/words'

/** An outlet's rules in a few words: “at least 1600 px, 1:1, JPEG, ≤ 1.0 MB, #FFFFFF, 7 pictures at most”. */
export function describeRules({ rules }: Outlet): string {
  const { leastShorterPx, mostLongerPx, ratio, formats, limitBytes, backdrop } = rules
  const { leastFillPct, mostFillPct, mostPictures } = rules
  return [
    leastShorterPx !== null && `at least ${leastShorterPx} px`,
    mostLongerPx !== null && `at most ${mostLongerPx} px`,
    ratio && `${ratio.width}:${ratio.height}`,
    formats.length > 0 && formats.map((format) => FORMATS[format].word).join(' or '),
    limitBytes !== null && `≤ ${formatBytes(limitBytes)}`,
    backdrop && (backdrop.kind === 'colour' ? `on ${backdrop.colour}` : 'transparent'),
    rules.coverBackdrop &&
      (rules.coverBackdrop.kind === 'colour'
        ? `covers on ${rules.coverBackdrop.colour}`
        : 'covers transparent'),
    leastFillPct !== null && `fills ${leastFillPct} % and more`,
    mostFillPct !== null && `fills ${mostFillPct} % at most`,
    mostPictures !== null && `${countOf(mostPictures, 'picture')} at most`,
    rules.fileWords === 'none' && 'no metadata in files',
    rules.fileWords === 'credit' && 'with a credit',
    rules.needsAltText && 'described',
  ]
    .filter((part) => typeof part === 'string')
    .join(', ')
}
