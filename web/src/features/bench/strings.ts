import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // BenchFoot
  nothingChanged: 'Nothing was changed on this shot',
  isUpToDate: (name: string): string => `${name}: its renditions are up to date.`,
  runCouldntBeStarted: 'The run couldn’t be started',
  made: 'Made',
  make: (count: number): string => `Make ${count}`,
  verdictCouldntBeSaved: 'The verdict couldn’t be saved',
  restoredOriginalOf: (fileName: string | number): string => `Restored the original of ${fileName}`,
  originalCouldntBeRestored: 'The original couldn’t be restored',
  review: 'Review',
  sheet: 'Sheet',
  restoreOriginal: 'Restore original',
  copyTo: 'Copy to …',
  pass: 'Pass',
  return: 'Return …',
  changedSince: ', changed since',
  nextReturned: (left: number): string => `Next of ${left} returned`,

  // BenchHead
  waysToLook: 'How it is seen',

  // BenchPlace
  countOfTotal: (value: number, count: number): string => `${value} of ${count}`,

  // CarryWindow
  otherShotsOfThisProduct: 'the other shots of this product',
  otherShotsOfThisLighting: 'the other shots of this lighting',
  othersSelected: 'the others selected on the sheet',
  othersInRow: 'the others that the sheet’s filter leaves',
  everyOtherShot: 'every other shot',
  copiedTo: (names: string | number, count: number): string =>
    `${names} copied to ${countOf(count, 'shot')}`,
  settingsCouldntBeCopied: 'The settings couldn’t be copied',
  copyToSiblings: 'Copy to siblings',
  thisShotsOwnSettings: 'This shot’s own settings:',
  to: 'To:',
  copyToLabel: 'Copy to',
  cancel: 'Cancel',
  copyToWithCount: (count: number): string => `Copy to ${countOf(count, 'shot')}`,

  // ShotHistory
  history: 'History',
  noChangesToThisShot: 'No changes to this shot yet.',
  changesToThisShot: (count: number): string => `${countOf(count, 'change')} to this shot`,
  goBackToBeforeThis: 'Go back to before this change',

  // StageLine
  stages: 'Stages',

  // ways
  row: 'Row',
  alone: 'Alone',
  wipe: 'Wipe',
  beside: 'Side by side',
}
