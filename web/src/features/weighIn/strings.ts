import { formatCount } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // WeighInsPage
  weighIn: 'Weigh-in',
  whatItIs:
    'What pictures weigh where they are shown, what is wrong with them, and what they could weigh and still look the same.',
  dropHere: 'Drop to weigh',
  weighed: 'Weighed before',
  nothingYet: 'Nothing has been weighed yet.',
  totals: (pictures: string, saved: string, each: string): string =>
    `${pictures} weighed in all: ${saved} that can go, ${each} a picture.`,
  each: (duration: string): string => `${duration} a picture`,
  delete: 'Delete',
  deleted: (name: string): string => `${name} was deleted.`,
  undo: 'Undo',
  couldntBeDeleted: 'It couldn’t be deleted',

  // ShootTotals
  byShoot: 'Made by shoot',
  shootTotals: (photographs: string, files: string): string => `${photographs}, made into ${files}`,
  allShoots: (saved: string, each: string): string =>
    `In all shoots: ${saved} less than the photographs weigh, ${each} a photograph.`,
  eachPhotograph: (duration: string): string => `${duration} a photograph`,

  // NewWeighIn
  addresses: 'Addresses of pages or pictures, one a line',
  addressesExample: 'https://shop.example/cookware',
  weigh: 'Weigh',
  reading: 'Reading …',
  demoPage: 'Demo shop page',
  files: 'Files …',
  folder: 'Folder …',
  filesHint: 'Or drop pictures, a folder, or a saved page (HTML or HAR) anywhere.',
  filesToWeigh: 'Files to weigh',
  folderToWeigh: 'Folder to weigh',
  finishedFilesOf: 'Finished files of a shoot',
  sharpness: 'Shown at',
  density: (times: number): string =>
    times === 1 ? '1 pixel a CSS pixel' : `${times} pixels a CSS pixel`,
  lighterFormat: 'Photographs as',
  noPictures: 'No pictures were found there.',
  allow: (host: string): string => `Allow ${host}`,
  allowPrivate: (host: string): string => `Allow ${host} in private networks`,

  // HostsPart
  allowedHosts: 'Hosts that may be fetched from',
  noHosts: 'None yet. The server asks before it fetches from a new one.',
  inPrivateNetworks: 'private networks too',
  remove: 'Remove',
  hostsCouldntBeChanged: 'The hosts couldn’t be changed',

  // WeighInPage
  pictures: (words: string, ofPage: string | null): string =>
    ofPage === null ? words : `${words}, ${ofPage} of the page`,
  allWeighIns: 'All weigh-ins',
  weighAgain: 'Weigh again',
  couldntBeWeighedAgain: 'It couldn’t be weighed again',
  report: 'Report',
  reportTable: 'as a table (CSV)',
  reportData: 'as data (JSON)',
  reportPage: 'as a page (HTML)',
  now: 'now',
  possible: 'possible, looks the same',
  guessed: (count: number): string => `possible, ${formatCount(count)} of them guessed`,
  sooner: (line: string): string => `sooner on a ${line}`,
  ofPageGoes: 'of the page can go',
  ofPicturesGoes: 'of their weight can go',
  before: (at: string, was: string, isNow: string): string =>
    `Weighed ${at}: ${was} then, ${isNow} now.`,
  weighing: (done: string, total: string): string => `${done} of ${total} weighed`,
  pause: 'Pause',
  resume: 'Resume',
  makeShoot: (pictures: string): string => `Make a shoot of ${pictures}`,
  zip: 'Zip, same paths',
  shootCouldntBeMade: 'The shoot couldn’t be made',
  zipCouldntBeMade: 'The zip couldn’t be made',
  notFound: 'This weigh-in no longer exists.',

  // PictureList
  possibleKey: 'possible',
  canGo: 'can go',
  all: (count: number): string => `All ${formatCount(count)}`,
  worstFirst: 'most to lose first',
  fine: 'fine',
  waiting: 'not weighed yet',
  filterBy: 'Show pictures with',

  // PictureDetail
  place: (at: number, total: number): string => `${formatCount(at)} of ${formatCount(total)}`,
  nowCaption: (type: string, bytes: string): string => `now, ${type} ${bytes}`,
  possibleCaption: (type: string, bytes: string): string => `possible, ${type} ${bytes}`,
  difference: (times: number): string => `difference ×${times}`,
  dragToLook: 'At 1:1; drag to look elsewhere, arrows too',
  waysToRewrite: 'Rewritten',
  chosen: 'chosen',
  likeness: (value: string): string => `likeness ${value}`,
  nothingWrong: 'Nothing is wrong with it.',
  description: 'Description',
  decorates: 'empty, decorates',
  shownAt: 'Shown at',
  px: (width: string, height: string): string => `${width} × ${height} px`,
  asItIs: 'It is best left as it is.',

  // LineChart
  timeToLoad: 'Time to load the pictures, s',
} as const
