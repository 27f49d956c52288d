import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // ReviewPage
  review: 'Review',
  worstFirstOf: (value: string | number, total: string | number): string =>
    `worst first, ${value} of ${total}`,
  allSeen: (total: string | number): string => `all ${total} seen`,
  leave: 'Leave',
  doubtfulPlace11: 'doubtful place 1:1',
  nextOne: 'the next one',
  shotBefore: 'the shot before',

  // ReviewEnd
  repair: (returned: number): string =>
    returned === 1 ? 'Repair the returned shot' : `Repair the ${returned} returned shots`,
  seen: (total: number): string => `${countOf(total, 'shot')} seen`,
  passedReturnedUnreviewed: (
    passed: string | number,
    count: string | number,
    value: string | number,
  ): string => `${passed} passed, ${count} returned, ${value} unreviewed.`,
  backToLastOne: 'Back to the last one',
  toSheet: 'To the sheet',
  deliver: 'Deliver',

  // ReviewPicture
  asDeliveredShownAt: (
    name: string | number,
    width: string | number,
    height: string | number,
    word: string | number,
    percent: string | number,
  ): string => `${name}, ${width} × ${height} ${word} as delivered, shown at ${percent}`,
  notMadeYetThisIs: 'Not made yet: this is the original photograph',

  // ReviewSide
  measurementsAndVerdict: 'Measurements and verdict',
  returnBecause: 'Return, because',
  inWords: 'in words …',
  retouch: 'Retouch',
  pass: 'Pass',
  mostDoubtfulPlace11: 'Most doubtful place, 1:1',
  large: 'large',
  placeOf: (value: string | number, count: string | number): string =>
    `, place ${value} of ${count}`,
  next: 'next',

  // ReviewTrail
  seenAndNext: 'Seen and next',

  // useReviewModel
  verdictCouldntBeSaved: 'The verdict couldn’t be saved',
}
