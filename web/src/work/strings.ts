import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // assets
  itIsntPictureThisBrowser: 'it isn’t a picture this browser can read (JPEG, PNG, WebP or AVIF)',
  itIsntFontThatCanBeRead: 'it isn’t a font that can be read: WOFF2, TTF or OTF',
  sceneRefused: (reason: string): string => `the scene maker doesn’t take this: ${reason}`,
  sceneFailed: (reason: string): string => `the scene maker couldn’t make it: ${reason}`,
  sceneHalfSent: 'the scene maker sent no picture',
  sceneTookTooLong: 'the scene maker took too long',

  // live
  theShop: 'The shop',
  shopDoesntAnswer: 'the shop doesn’t answer',
  shopDoesntKnowKey: 'the shop doesn’t know this key',
  shopMissesFiles: (count: number): string => `the shop lacks ${countOf(count, 'file')}`,
  shopDeclines: 'the shop doesn’t take it',
  stoppedByHand: 'stopped',
  shopRefuses: 'the shop won’t show these pictures',
  changedInShop: 'it has been changed in the shop since; look again before you replace it',
  refusedByShop: (reason: string): string => `refused by the shop: ${reason}`,
  wasReturned: (name: string): string => `${name} was returned`,
  isNotMade: (name: string): string => `${name} isn’t made, or is out of date`,
  breaksRule: (name: string, rule: string): string => `${name} breaks a rule: ${rule}`,
  puttingLiveStopped: (reason: string): string => `Putting live stopped: ${reason}.`,

  // orders
  serverAway: 'the server doesn’t answer',
  goesOnHere: (reason: string): string =>
    `This browser goes on making renditions itself: ${reason}.`,

  // exportShoot
  shootNoLongerExists: 'the shoot no longer exists',
  fileOfItIsMissing: (table: string | number, hash: string | number): string =>
    `a file of it is missing from this browser: ${table}, ${hash}`,

  // importShoot
  itHoldsNoShoot: 'it holds no shoot',
  zipIsDamagedCopyFile: 'the zip is damaged; copy the file again',
  inItIsDamagedCopy: (filename: string | number): string =>
    `${filename} in it is damaged; copy the file again`,
  isMissingInIt: (folder: string | number, hash: string | number): string =>
    `${folder}/${hash} is missing in it`,
  otherBytes: (path: string): string => `${path} in it holds other bytes than its name says`,
  rowsOfAnotherShoot: (table: string): string =>
    `its ${table} belong to another shoot; nothing was imported`,
  isMissingInItWithFile: (file: string | number): string => `${file} is missing in it`,

  // cutOutWork
  shotNoLongerExists: 'the shot no longer exists',
  shootNoLongerHasBrief: 'the shoot no longer has a brief',

  // cutOuts
  cutOutsHandedOver: 'cut-outs handed over',
  wasNotMade: (path: string | number, reason: string | number): string =>
    `${path} was not made: ${reason}.`,
  savingCutOutsStopped: (reason: string | number): string => `Saving cut-outs stopped: ${reason}.`,
  zip: (value: string | number, count: number): string =>
    `${value}, ${countOf(count, 'cut-out')}.zip`,

  // makeCutOut
  photographIsMissingFromThis: 'the photograph is missing from this browser',

  // deliveries
  cameBack: (note: string | number): string => `came back: ${note}`,
  cameBackWithCount: (count: number): string => `${countOf(count, 'shot')} came back.`,

  // leavingFile
  isMissingFromThisBrowser: (path: string | number): string =>
    `${path} is missing from this browser; make it again`,

  // packDelivery
  isMissingFromThisBrowserWithPath: (path: string | number): string =>
    `${path} is missing from this browser`,

  // demo
  ottermereCampKitchen: 'Ottermere Camp Kitchen',
  demoShootCantBeLoaded: (path: string | number, status: string | number): string =>
    `The demo shoot can’t be loaded: ${path}, ${status}`,
  demoFileDidntArrive: (path: string): string =>
    `The demo shoot can’t be loaded: ${path} didn’t arrive from the server. Check that it runs, then try again.`,

  // giveBrief
  by: (count: number, name: string | number): string => `${countOf(count, 'shot')} by ${name}`,

  // inspectArrival
  samePhotographAsKeptOnce: (fileName: string | number): string =>
    `the same photograph as ${fileName}, kept once`,

  // intake
  noSpaceLeftInThis: (what: string | number): string =>
    `No space left in this browser: ${what} waiting to be imported. Free some on the home page; the import resumes by itself.`,
  importStoppedWaitingImportResumes: (reason: string | number, what: string | number): string =>
    `Import stopped: ${reason}. ${what} waiting; the import resumes when Cloudbank is opened again.`,
  couldntBeImported: (fileName: string | number, message: string | number): string =>
    `${fileName} couldn’t be imported: ${message}.`,
  wasImportedFrom: (name: string | number, fileName: string | number): string =>
    `${name} was imported from ${fileName}.`,
  filesCouldntBeSaved: (reason: string | number): string =>
    `The files couldn’t be saved: ${reason}.`,

  // takeIn
  notSavedBeforePageWas: 'not saved before the page was closed; drop it again',

  // takeOut
  takenOutByHand: 'removed before it was imported',

  // unpackZip
  unsafeName: 'its name leads out of the zip',
  damagedZip: (why: string | number): string => `a damaged zip (${why})`,
  lockedByPasswordUnpackIt: 'locked by a password; unpack it first',
  damagedInZip: 'damaged in the zip',
  holdsMoreThanOneShoot:
    'holds more than one shoot can take; the first part was imported, split the rest',
  entriesOverlap: 'a zip whose files overlap; no program packs one like that',
  zipWithinZipUnpackIt: 'a zip within a zip; unpack it first',

  // keepers
  unusedFilesCouldntBeFreed: 'Unused files couldn’t be freed',

  // evenOut
  evenedOut: (what: string | number): string => `Evened out ${what}`,
  evenedOutLeftAsThey: (size: number, count: string | number): string =>
    `${countOf(size, 'shot')} evened out; ${count} left as they are.`,

  // lightings
  neutralOfReadOn: (name: string | number, fileName: string | number): string =>
    `Neutral of ${name} read on ${fileName}`,
  neutralOfCleared: (name: string | number): string => `Neutral of ${name} cleared`,
  neutralOfCopiedTo: (name: string | number, name2: string | number): string =>
    `Neutral of ${name} copied to ${name2}`,
  lightingNamed: (name: string | number, name2: string | number): string =>
    `Lighting ${name} named ${name2}`,
  movedTo: (count: number, value: string | number): string =>
    `${countOf(count, 'shot')} moved to ${value}`,
  part: (name: string | number): string => `${name}, part`,
  newLighting: 'New lighting',
  splitOffAs: (count: number, name: string | number): string =>
    `${countOf(count, 'shot')} split off as ${name}`,
  mergedInto: (name: string | number, name2: string | number): string =>
    `${name} merged into ${name2}`,

  // sortLightings
  lighting: (number: number): string => `Lighting ${number}`,

  // measuring
  wasNotMeasured: (fileName: string | number, reason: string | number): string =>
    `${fileName} was not measured: ${reason}.`,
  measuringStoppedItResumesWhen: (reason: string | number): string =>
    `Measuring stopped: ${reason}. It resumes when Cloudbank is opened again.`,

  // arrange
  countOfTotal: (value: string | number, fileName: string | number): string =>
    `${value} of ${fileName}`,
  isSentTo: 'is sent to',
  isNotSentTo: 'is not sent to',
  isSentInProductOrder: 'is sent in product order to',
  onlyForItsOwnProduct: (fileName: string | number): string =>
    `${fileName} only for its own product`,
  alsoFor: (fileName: string | number, names: string | number): string =>
    `${fileName} also for ${names}`,

  // products
  imported: (count: number): string => `${countOf(count, 'product')} imported`,
  namesReadAs: (pattern: string | number): string => `Names read as ${pattern}`,
  assignedTo: (count: number, sku: string | number): string =>
    `${countOf(count, 'shot')} assigned to ${sku}`,

  // changes
  runOfUndone: (count: number): string => `Run of ${countOf(count, 'rendition')} undone`,
  sizeBefore: 'size before',
  sizeAfter: 'size after',
  bytesBefore: 'bytes before',
  bytesAfter: 'bytes after',
  qualityBefore: 'quality before',
  qualityAfter: 'quality after',

  // makeShots
  inLineAfter: (runs: string): string => `In line: it begins after ${runs}.`,
  areBeingMade: (shots: string): string => `${shots}: being made already.`,

  // runWork
  originalIsMissingFromThis: 'the original is missing from this browser',

  // runs
  runsCantBeRead: (reason: string | number): string => `Runs can’t be read: ${reason}.`,
  couldntBeMadeSheetSays: (failed: number, made: string | number): string =>
    `${countOf(failed, 'shot')} couldn’t be made; the sheet says why. ${made}`,
  runIsPausedNoSpace:
    'The run is paused: no space left in this browser. Free some on the home page; it resumes by itself.',
  runIsPaused: (reason: string | number): string => `The run is paused: ${reason}.`,

  // setAside
  inDatabaseCouldntBeRead: (count: number, value: string | number): string =>
    `${countOf(count, 'entry', 'entries')} in the database couldn’t be read and ${value} set aside; everything else is here. The home page says which.`,

  // straighten
  turnedBy: (fileName: string | number, signed: string | number): string =>
    `Turned ${fileName} by ${signed}°`,
  straightened: (count: number): string => `Straightened ${countOf(count, 'shot')}`,

  // undo
  undo: 'Undo',

  // verdicts
  wrongPicture: 'wrong picture',
  judged: (fileName: string, verdict: string): string => `${fileName} ${verdict}`,
  unreviewed: 'unreviewed',

  // weighing
  theServer: 'Cloudbank’s server',
  answers: (address: string, status: number): string => `${address} answers ${status}.`,
  folderCouldntBeWatched: 'The folder couldn’t be looked at',
  notAmongTheFiles: 'The page shows it, but it is not among the files.',
  noRecording: (fileName: string): string => `${fileName} is not a recording of a page (HAR).`,
  notRecorded: 'The recording doesn’t hold it.',
  fileIsGone: 'Its file is gone.',
  files: 'Files',
  weighingStopped: (reason: string): string =>
    `Weighing stopped: ${reason} It resumes when the page is opened again.`,
  lighterPictures: 'Lighter, looks the same',
  changesColumns: ['path', 'now at', 'bytes before', 'bytes now'],
}
