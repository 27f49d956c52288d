import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // WatchedFolderPart
  watchFolder: 'Watch a folder …',
  watchFolderHint:
    'Takes in what lies in a folder on this disk, and whatever arrives there while Cloudbank is open',
  watched: {
    watching: (name: string): string => `Watching ${name}`,
    asks: (name: string): string => `${name} needs your permission`,
    gone: (name: string): string => `${name} can’t be read`,
  },
  goOn: 'Go on',
  stopWatching: 'Stop watching',
  cantBeRead: 'The folder can’t be read',

  // BriefCard
  makesArrivals: 'Make new photographs as they come in',
  makesArrivalsHint:
    'Once they are measured, photographs that have never been made are made by themselves',
  newOnesAreMade: 'New photographs are made as they come in',
  newOnesWait: 'New photographs wait to be made',
  couldntBeChanged: 'It couldn’t be changed',
  selectionAndBrief: 'Selection and brief',
  brief: (name: string | number): string => `Brief: ${name}`,
  open: 'open',
  forEveryShot: 'For every shot',
  tryOn: (count: string | number): string => `Try on ${count}`,
  makeOfFirst: (toTry: number, value: string | number): string =>
    `Make ${countOf(toTry, 'rendition')} of ${value} first`,
  shown: ' shown',

  // FindingsPanel
  findings: 'Findings',
  forInformation: 'For information',
  nearlyAll: 'Nearly all:',
  noShotsYet: 'No shots yet',
  ofMeasured: (count: string | number, count2: string | number): string =>
    `${count} of ${count2} measured`,
  nothingNeedsAttention: 'Nothing needs attention',
  failed: 'Failed',
  showOnlyThese: 'Show only these',

  // Hem
  allSteps: (value: string | number): string => `all steps ${value}`,

  // RefusedFiles
  onHold: (count: number): string => `${countOf(count, 'file')} on hold`,
  tryAgain: 'Try again',
  notImported: (count: number): string => `${countOf(count, 'file')} not imported`,
  alreadyHere: (count: number): string => `${countOf(count, 'photograph')} already here`,
  listCouldntBeCopied: 'The list couldn’t be copied',
  copy: 'Copy',
  clearThisList: 'Clear this list',

  // ReviewPart
  returned: 'Returned',
  shotsReturnedWithReason: 'Shots returned, with the reason',
  changedSince: 'Changed since',
  shotsChangedSinceTheirVerdict: 'Shots changed since their verdict',
  passed: 'Passed',
  shotsThatPassed: 'Shots that passed',
  unreviewed: 'Unreviewed',
  shotsWithoutVerdict: 'Shots without a verdict',
  review: 'Review',
  reviewWithLeft: (left: number): string => `Review ${countOf(left, 'shot')}`,
  reviewAgain: 'Review again',

  // RuleMarks
  followsRules: 'follows the rules',
  breaksRule: 'breaks a rule',
  notMade: 'not made',
  setAside: 'set aside',

  // SheetHead
  seenAs: 'Seen as',
  as: (name: string): string => `as ${name}`,
  nameSku: 'Name, SKU',
  onlyShotsWithThisIn: 'Only shots with this in their name',
  order: 'Order',
  tileSize: 'Tile size',
  smallerTiles: 'Smaller tiles',
  largerTiles: 'Larger tiles',
  folderToAdd: 'A folder to add',
  thisShootHasNoOutlets: 'This shoot has no outlets yet; add some on',
  deliver: 'Deliver',
  photographs: 'Photographs …',
  folder: 'A folder …',
  productData: 'Product data …',
  add: 'Add …',
  stop: 'Stop',

  // SheetPage
  photographsToAdd: 'Photographs to add',
  noPhotographsYet: 'No photographs yet',
  dropThemAnywhereOnThis: 'Drop them anywhere on this sheet.',
  moves: 'moves',
  selects: 'selects',
  opens: 'opens',
  reviews: 'reviews',
  dropToAddThemTo: (name: string | number): string => `Drop to add them to ${name}`,

  // ShotsPart
  selected: (count: number): string => `${countOf(count, 'shot')} selected`,
  clear: 'Clear',
  evenOut: 'Even out',
  remove: 'Remove',
  toProduct: 'To product',
  useAnotherBrief: 'Use another brief',
  shootsOwn: (name: string | number): string => `${name}, the shoot’s own`,
  itCouldntBeApplied: 'It couldn’t be applied',
  saveCutOuts: 'Save cut-outs',
  changedSinceLabel: ', changed since',
  notMadeWithFailure: (failure: string | number): string => `Not made: ${failure}`,

  // Tile
  needsAttention: (why: string | number): string => `needs attention: ${why}`,
  backdropAfterNeutralBesideMid: 'The backdrop after the neutral, beside mid grey',

  // TileGrid
  shots: 'Shots',

  // FilterMenu
  filter: 'Filter …',
  filterLabel: 'Filter',
  countOfTotal: (count: string | number, count2: number): string =>
    `${count} of ${countOf(count2, 'shot')}`,
  deleteFilter: (name: string | number): string => `Delete the filter ${name}`,
  nameForThisFilter: 'Name for this filter',
  save: 'Save',
  clearAll: 'Clear all',

  // FilterWords
  removeFilter: (word: string | number): string => `Remove filter ${word}`,

  // lens
  photo: 'Photo',
  light: 'Light',
  frame: 'Frame',
  rules: 'Rules',

  // useSheetDeeds
  runCouldntBeStarted: 'The run couldn’t be started',
  removed: (count: number): string => `Removed ${countOf(count, 'shot')}`,
  evenedOutLeftAsThey: (size: number, count: string | number): string =>
    `${countOf(size, 'shot')} evened out; ${count} left as they are.`,
  evenOutTheirLightings: 'Even out their lightings',
  cutOutsCouldntBeSaved: 'The cut-outs couldn’t be saved',
  goToLightings: 'Go to the lightings',
  straightenThese: 'Straighten these',
  theyCouldntBeStraightened: 'They couldn’t be straightened',
  removeThese: 'Remove these',
}
