import { FORMATS } from '@cloudbank/core/codec'
import type { Outlet } from '@cloudbank/core/outlets'
import { formatBytes, formatRatio } from '@cloudbank/core/words'
import { strings } from './strings'

/** An outlet's rules in a few words: “at least 1600 px, 1:1, JPEG, ≤ 1.0 MB, #FFFFFF, 7 pictures at most”. */
export function describeRules({ rules }: Outlet): string {
  const { leastShorterPx, mostLongerPx, ratio, formats, limitBytes, backdrop } = rules
  const { leastFillPct, mostFillPct, mostPictures } = rules
  return [
    leastShorterPx !== null && `at least ${leastShorterPx} px`,
    mostLongerPx !== null && `at most ${mostLongerPx} px`,
    ratio && formatRatio(ratio),
    formats.length > 0 && formats.map((format) => FORMATS[format].word).join(' or '),
    limitBytes !== null && `≤ ${formatBytes(limitBytes)}`,
    backdrop && (backdrop.kind === 'colour' ? `on ${backdrop.colour}` : 'transparent'),
    rules.coverBackdrop &&
      (rules.coverBackdrop.kind === 'colour'
        ? strings.coversOn(rules.coverBackdrop.colour)
        : strings.coversTransparent),
    leastFillPct !== null && strings.fillsAndMore(leastFillPct),
    mostFillPct !== null && strings.fillsAtMost(mostFillPct),
    mostPictures !== null && strings.atMost(mostPictures),
    rules.fileWords === 'none' && strings.noMetadataInFiles,
    rules.fileWords === 'credit' && strings.withCredit,
    rules.needsAltText && 'described',
    rules.marks === 'none' && strings.noMarks,
    rules.marks === 'not-on-covers' && strings.noMarksOnCovers,
  ]
    .filter((part) => typeof part === 'string')
    .join(', ')
}
