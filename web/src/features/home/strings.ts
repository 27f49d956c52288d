import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // DemoPage
  fetchingDemoShoot31Photographs: 'Fetching the demo shoot, 31 photographs, 24 MB …',

  // HomePage
  newShoot: 'New shoot',
  filesCouldntBeImported: 'The files couldn’t be imported',
  photographsForNewShoot: 'Photographs for a new shoot',
  shoots: 'Shoots',
  outlets: 'outlets',
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
  made: 'made',
  toMake: (toMake: string | number): string => ` · ${toMake} to make`,
  returned: (returned: string | number): string => ` · ${returned} returned`,
  failed: 'failed',
  delete: 'Delete',
  deleteWithName: (name: string | number): string => `Delete ${name}`,
  andWillBeDeletedFrom: (count: number, count2: number): string =>
    `${countOf(count, 'photograph')} and ${countOf(count2, 'rendition')} will be deleted from this browser for good. The files you dropped in are untouched.`,
  keepIt: 'Keep it',
  deleteWithCount: (count: number): string => `Delete ${countOf(count, 'photograph')}`,
  couldntBeDeleted: (name: string | number): string => `${name} couldn’t be deleted`,

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
