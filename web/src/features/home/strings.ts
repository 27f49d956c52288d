import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // DemoPage
  tryAgain: 'Try again',
  fetchingDemoShoot31Photographs: 'Fetching the demo shoot, 31 photographs, 24 MB …',

  // HomePage
  newShoot: 'New shoot',
  filesCouldntBeImported: 'The files couldn’t be imported',
  photographsForNewShoot: 'Photographs for a new shoot',
  shoots: 'Shoots',
  weighIn: 'Weigh-in',
  outlets: 'Outlets',
  openDemoShoot: 'Open the demo shoot',
  fromPhotographs: 'From photographs …',
  shootCouldntBeCreated: 'The shoot couldn’t be created',
  dropToStartNewShoot: 'Drop to start a new shoot',
  dropPhotographsAnywhere: 'Drop photographs anywhere',
  upToMegapixelsEachFolders: (fileTypeWords: string | number, value: string | number): string =>
    `${fileTypeWords}, up to ${value} megapixels each; folders and zips too. They stay in this browser.`,
  orOpenDemoShoot31: 'Or open the demo shoot: 31 photographs of outdoor cookware.',

  // SaveShoot
  saveAsFile: 'Save as a file',
  oneFileWithItsPhotographs:
    'One file with its photographs, renditions and settings; drop it on this page in another browser to open it',
  couldntBeSaved: (name: string | number): string => `${name} couldn’t be saved`,
  stopSaving: (percent: string | number): string => `Stop saving, ${percent}`,

  // SetAsideRows
  thatCouldntBeRead: (count: number): string =>
    `${countOf(count, 'entry', 'entries')} that couldn’t be read`,
  forget: 'Forget',
  andMore: (value: string | number): string => `and ${value} more`,

  // ShootStrip
  delete: 'Delete',
  deleteWithName: (name: string | number): string => `Delete ${name}`,
  andWillBeDeletedFrom: (count: number, count2: number): string =>
    `${countOf(count, 'photograph')} and ${countOf(count2, 'rendition')} will be deleted from this browser for good. The files you dropped in are untouched.`,
  keepIt: 'Keep it',
  deleteWithCount: (count: number): string => `Delete ${countOf(count, 'photograph')}`,
  couldntBeDeleted: (name: string | number): string => `${name} couldn’t be deleted`,

  // Waiting
  photographs: (count: number): string => countOf(count, 'shot'),
  noPhotographsYet: 'no photographs yet',
  failed: (count: number): string => `${count} failed`,
  returned: (count: number): string => `${count} returned`,
  toMake: (count: number): string => `${count} to make`,
  toReview: (count: number): string => `${count} to review`,
  toDeliver: (count: number): string => `${countOf(count, 'file')} not delivered`,
  delivered: 'delivered',
  addPhotographs: 'Add photographs',
  seeWhatFailed: 'See what failed',
  repair: (count: number): string => `Repair ${countOf(count, 'returned shot')}`,
  make: (count: number): string => `Make ${countOf(count, 'rendition')}`,
  review: (count: number): string => `Review ${countOf(count, 'shot')}`,
  deliver: 'Deliver',
  openSheet: 'Open',
  runCouldntBeStarted: 'The run couldn’t be started',

  // StorageUsed
  browserDoesntSayHowMuch: 'The browser doesn’t say how much space there is',
  nothingToFreeEverythingIs: 'Nothing to free: everything is in use.',
  usedInThisBrowserFree: (bytes: string | number, bytes2: string | number): string =>
    `${bytes} used in this browser, ${bytes2} free. Deleting a shoot frees its photographs and renditions.`,
  freeEarlierVersions: 'Free earlier versions',
  freesEarlierVersionsOfRenditions:
    'Frees earlier versions of renditions and anything no shoot uses any more',
  nothingCouldBeFreed: 'Nothing could be freed',
}
