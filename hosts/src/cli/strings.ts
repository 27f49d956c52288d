import { fileTypeWords } from '@cloudbank/core/codec'
import { countOf } from '@cloudbank/core/words'

/** Everything the command line says of itself, to be read and translated together. */
export const strings = {
  // index
  whatItDoes: 'Makes uniform, web-ready renditions of product photographs.',
  whatRenderDoes: 'Makes the renditions a brief asks for, one folder per placement.',
  photoArgument: `photographs, or folders of them: ${fileTypeWords()}; or one saved shoot`,
  briefOption: 'the brief, as JSON; default: white, 1:1, a page and a card',
  outletOption:
    'outlets to use in place of the brief’s own placements: built-in ids, or outlet files',
  assetsOption: 'folder with the colour tables and pictures the brief names',
  productsOption: 'product data as CSV, for names and descriptions; matched to file names by SKU',
  outOption: 'output folder; created if missing',
  workersOption: 'photographs at a time; default: one per core',
  positiveNumber: 'a whole number, 1 or more',
  sameOutletTwice: (id: string): string => `Two outlets have the id ${id}.`,
  noPhotographs: 'There are no photographs to render.',
  morePhotographs: 'more photographs',
  savedShootIsWhole: (path: string, extra: string): string =>
    `${path} is a saved shoot with everything it needs; ${extra} can’t be combined with it.`,

  // options
  sizeInBytes: 'a size such as 1.5MB or 200kB',

  // weigh
  whatWeighDoes: 'Says what pictures weigh, what is wrong with them, and what they could weigh.',
  weighArgument: 'addresses of pictures or pages, pictures, folders, saved pages (HTML or HAR)',
  jsonOption: 'everything that was found, as JSON',
  budgetOption: 'exit with 1 if the pictures weigh more, such as 1.5MB',
  weighFormatOption: 'the lighter format for photographs: webp, avif or jpeg',
  densityOption: 'device pixels for each CSS pixel a picture is shown at',
  windowOption: 'width of the window that a page is read for, in CSS pixels',
  privateOption: 'also fetch from private networks and this machine',
  badWeighOptions: 'The format is webp, avif or jpeg, and the density is 1 to 4.',
  nothingToWeigh: 'There are no pictures to weigh.',
  noRecording: (path: string): string => `${path}: not a recording of a page (HAR)`,
  notRecorded: 'The recording doesn’t hold it.',
  weighTotals: (pictures: string, now: string, possible: string, gone: string): string =>
    `${pictures}: ${now} now, ${possible} possible; ${gone} can go.`,
  overBudget: (by: string): string => `Over the budget by ${by}.`,
  withinBudget: 'Within the budget.',

  // watch
  whatWatchDoes: 'Makes whatever arrives in a folder, and in those inside it, as it arrives.',
  watchArgument: 'the folder to watch; it may hold the output folder',
  everyOption: 'seconds between two looks at the folder',
  onceOption: 'end when everything in the folder has been made',
  eventsOption: 'each event as a line of JSON on standard output',
  watching: (folder: string, known: string): string =>
    `Watching ${folder}; ${known} made before. Ctrl C ends it.`,
  setAside: (path: string, reason: string): string => `${path}: set aside: ${reason}`,
  watchEnded: (made: string, failed: number): string =>
    `Ended. ${made} made${failed > 0 ? `, ${countOf(failed, 'photograph')} set aside` : ''}.`,

  // serve
  whatServeDoes: 'Serves the app to browsers on this machine.',
  portOption: 'the port to serve it at',
  noOpenOption: 'don’t open a browser',
  ownQueueOption: 'a queue in Redis that workers share, redis://…; default: this machine alone',
  ownStoreOption: 'where photographs and results lie: a folder, or s3://bucket/folder',
  quotaOption: 'gigabytes that the store may hold; default: 20',
  serverWorkersOption: 'photographs at a time on this machine, 0 for none; default: one per core',
  servedOption: 'the address as a line of JSON on standard output',

  // worker
  whatWorkerDoes: 'Makes what browsers order of a server, on this machine as well.',
  queueOption: 'the queue that the server was started with: redis://…',
  storeOption: 'the store that the server was started with: a shared folder, or s3://bucket/folder',
  rateOption: 'photographs a minute that all workers together begin at most',
  notAQueue: (address: string): string =>
    `${address} isn’t a queue: workers share one in Redis, redis://…`,
  workerWaits: (slots: number, queue: string): string =>
    `Works on ${countOf(slots, 'photograph')} at a time, as they come in at ${queue}. Ctrl C ends it.`,
  workerEnds: 'Ends once what it has begun is made. Ctrl C again leaves that to others.',
  orderBegun: (name: string): string => `${name}: begun`,
  orderMade: (name: string, seconds: string): string => `${name}: made in ${seconds}`,
  orderFailed: (name: string, reason: string): string => `${name}: ${reason}`,

  // check
  whatCheckDoes: 'Checks finished files against the rules of outlets.',
  checkArgument: 'a folder of finished files, as render or the app delivers it',
  checkOutletOption: 'outlets to check against: built-in ids, or outlet files',
  allKeepRules: (files: string): string => `${files} checked: all rules are kept.`,
  someBreakRules: (wrong: string, all: string): string => `${wrong} of ${all} checked break rules.`,
  brokenRule: (rule: string, value: string, limit: string): string =>
    `${rule}: ${value}${limit === '' ? '' : ` (${limit})`}`,

  // gatherPhotos
  notPictures: (folder: string, files: readonly string[]): string =>
    `${folder}: skipped, not pictures: ${files.join(', ')}`,
  noPictures: (folder: string): string => `${folder}: this folder has no pictures`,

  // loadAssets, loadBrief, loadOutlet, loadProducts
  cantBeRead: (path: string): string => `${path}: can’t be read`,
  cantBeReadAsFolder: (path: string): string => `${path}: can’t be read as a folder`,
  noSuchOutlet: (given: string, builtIn: readonly string[]): string =>
    `${given}: can’t be read; the built-in outlets are ${builtIn.join(', ')}`,
  notJson: (path: string, reason: string): string => `${path}: not JSON: ${reason}`,
  problems: (path: string, problems: readonly string[]): string =>
    `${path}: ${problems.join('\n  ')}`,
  noSkuColumn: (path: string): string => `${path}: no column holds SKUs`,
  tableProblem: (path: string, problem: string): string => `${path}: ${problem}`,

  // openShoot
  tooLarge: (path: string, size: string, most: string): string =>
    `${path}: ${size} long; at most ${most} are read`,
  zipIsDamaged: 'the zip is damaged; copy the file again',
  missingInside: (entry: string): string => `${entry} is missing in it`,
  damagedInside: (entry: string): string => `${entry} in it is damaged; copy the file again`,
  otherBytesInside: (entry: string): string =>
    `${entry} in it holds other bytes than its name says`,

  // outFolder
  outsideOfFolder: (path: string, folder: string): string =>
    `“${path}” would lie outside of ${folder}`,
  isAnInput: (path: string): string =>
    `${path} is one of the files given; it isn’t overwritten. Choose another output folder`,

  // renderRows
  shotDone: (done: number, all: number, name: string, outcome: string): string =>
    `${done}/${all} ${name}: ${outcome}`,
  shotMade: (renditions: number, notes: readonly string[], broken: readonly string[]): string => {
    const noted = notes.length > 0 ? ` (${notes.join(', ')})` : ''
    const rules = broken.length > 0 ? `; breaks ${broken.join('; ')}` : ''
    return `${countOf(renditions, 'rendition')}${noted}${rules}`
  },
  ruleBroken: (place: string, rule: string, value: string, limit: string): string =>
    `${place}: ${rule}, ${value}, ${limit}`,
  stopped: (renditions: number, folder: string): string =>
    `Stopped. ${countOf(renditions, 'rendition')} finished in ${folder}`,
  finished: (renditions: number, folder: string, failed: number): string =>
    `${countOf(renditions, 'rendition')} in ${folder}${failed > 0 ? `, ${countOf(failed, 'photograph')} failed` : ''}`,
} as const
