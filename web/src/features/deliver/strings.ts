import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // AsideList
  goesTo: (fileName: string | number, name: string | number): string =>
    `${fileName} goes to ${name}`,
  itCouldntBeChanged: 'It couldn’t be changed',
  setAsideFor: (name: string | number): string => `Set aside for ${name}`,
  sendingOneReplacesLastPicture: '. Sending one replaces the last picture of its product.',
  itTakesOfProduct: (mostPictures: number): string =>
    `; it takes ${countOf(mostPictures, 'picture')} of a product`,
  sendAnyway: 'Send anyway',

  // DecisionList
  settled: (title: string): string => `${title}: settled`,
  mayBeEnlarged: (count: number): string => `${countOf(count, 'picture')} may be enlarged`,
  itCouldntBeDone: 'It couldn’t be done',
  nothingToDecide: 'Nothing to decide.',
  toDecideFirst: 'To decide first',
  andMore: (value: string | number): string => `and ${value} more`,

  // DeliverPage
  onlyWhatChanged: (changed: number, all: number): string =>
    `Only what changed since it was last delivered: ${changed} of ${countOf(all, 'file')}`,
  deliver: 'Deliver',
  runs: 'runs',
  oneFolderPerOutletOr:
    'One folder per outlet or placement, a manifest, and a web page of the pictures. Every file was checked after it was made.',
  returned: 'returned:',
  deliveredAnyway: 'delivered anyway',
  leftOut: 'left out',
  leaveOutReturnedShots: 'Leave out returned shots',
  deliverAnyway: 'Deliver anyway',
  noVerdictOrChangedSince: 'no verdict, or changed since.',
  has: 'has',
  have: 'have',
  oneFolderPerProduct: 'one folder per product',
  itCouldntBeSaved: 'It couldn’t be saved',
  productFolders: 'Product folders',
  noProductFolders: 'No product folders',

  // DestinationList
  outletsCouldntBeChanged: 'The outlets couldn’t be changed',
  whereTheyGo: 'Where they go',
  where: 'Where',
  requires: 'Requires',
  ready: 'Ready',
  weight: 'Weight',
  heaviest: 'Heaviest',
  rules: 'Rules',
  filesOfBrief: 'Files of the brief',
  leaveOut: 'Leave out',
  filesOfBriefLeftOut: 'Files of the brief left out',
  rulesInline: 'rules',
  leftOutWithName: (name: string | number): string => `${name} left out`,
  addOutlet: 'Add an outlet',
  outletCouldntBeAdded: 'The outlet couldn’t be added',
  addFilesOfBrief: 'Add the files of the brief',
  filesOfBriefAdded: 'Files of the brief added',
  allOutlets: 'all outlets',
  countOfTotal: (count: string | number, count2: string | number): string =>
    `${count} of ${count2}`,
  allComply: 'all comply',
  doNot: (wrong: string | number): string => `${wrong} do not`,
  added: (name: string | number): string => `${name} added`,

  // PackButton
  filesLeftOut: (reasons: readonly string[]): string =>
    `${countOf(reasons.length, 'file')} left out: ${reasons.join('; ')}.`,
  wordsCut: (files: number): string =>
    `The words in ${countOf(files, 'file')} are longer than a JPEG can hold and were shortened.`,
  zipCouldntBePacked: 'The zip couldn’t be packed',
  download: (count: number, bytes: string | number): string =>
    `Download ${countOf(count, 'rendition')}, ${bytes}`,
  packingOf: (count: string | number, count2: string | number): string =>
    `Packing ${count} of ${count2}`,
  zipToDisk: 'Zip to disk …',
  zipCouldntBeWritten: 'The zip couldn’t be written',
  writtenWhilePackingForLarge: 'Written while packing, for large deliveries',
  intoFolder: 'Into a folder …',
  folderCouldntBeWritten: 'The folder couldn’t be written',
  sameFoldersAndFilesWithout:
    'The same folders and files without a zip; existing files are replaced',
  stop: 'Stop',

  // PastDeliveries
  delivered: 'Delivered',
  downloadAgain: 'Download again',
  itCouldntBePackedAgain: 'It couldn’t be packed again',
  undoThat: 'Undo that',
  accepted: 'Accepted',
  cameBack: 'Came back …',
  returnWhatCameBack: 'Return what came back',
  cameBackWithCount: (count: number, note: string | number): string =>
    `${countOf(count, 'shot')} came back: ${note}`,
  whyTheyCameBack: 'Why they came back',
  whichOnesAllIfNone: 'Which ones; all if none is selected',
  cancel: 'Cancel',
  returnThem: 'Return them',

  // decisions
  mixedSizes: (placement: string): string => `${placement}: pictures of several sizes`,
  fromTo: (least: number, most: number): string => `longer sides of ${least} to ${most} px`,
  chooseSizeThatAllHave: 'Choose a size that all photographs have, or allow enlarging.',
  andOtherValues: (value: string | number, value2: string | number): string =>
    `${value} and ${value2} other values`,
  notChecked: 'Not checked',
  madeBeforeFinishedFilesWere: 'Made before finished files were checked.',
  remakeThem: 'Remake them.',
  remakeThemLabel: 'Remake them',
  notMade: 'Not made',
  outOfDate: 'Out of date',
  failed: (count: string | number, value: string | number): string => `${count} failed: ${value}`,
  countOfTotalWithCount: (count: string | number, count2: string | number): string =>
    `${count} of ${count2}.`,
  makeThemOrDeliverWithout: 'Make them, or deliver without them.',
  make: (count: string | number): string => `Make ${count}`,
  description: 'Description',
  writeItOnProductsOr: 'Write it on Products, or change the pattern.',
}
