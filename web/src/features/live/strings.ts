import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // LivePage
  live: 'Live',
  whatItDoes:
    'Shows finished products in the shop, each as a whole. What was live before is kept and can come back.',
  itCouldntBeSaved: 'It couldn’t be saved.',
  itCouldntBePut: 'It couldn’t be put live.',

  // ShopPart
  shopAt: 'Shop at',
  key: 'Key',
  signedBy: 'Signed by',
  yourName: 'your name',
  openShop: 'Open the shop',
  whereKeyIs: 'Its key is in its office',
  files: 'Pictures for',

  // PlanPart
  lookAgain: 'Look again',
  looking: 'Looking at the shop …',
  cantLook: (reason: string): string => `The shop can’t be looked at: ${reason}.`,
  enterKey: 'Enter the shop’s key to see what would change.',
  wouldChange: (fresh: number, changed: number, same: number, down: number): string =>
    `${fresh} new, ${changed} changed, ${same} the same, ${down} taken down.`,
  put: (products: number): string => `Put ${countOf(products, 'product')} live`,
  nothingToPut: 'Nothing to put live',
  allAsItShouldBe: 'The shop shows everything as it is made.',
  finishFirst: 'The last one isn’t finished yet',
  heldBack: 'Stay as they are in the shop',
  withoutProduct: (count: number): string =>
    `${countOf(count, 'picture')} of no product: a shop has no place for them.`,

  // StepRow
  kind: {
    new: 'New',
    changed: 'Changed',
    same: 'The same',
    down: 'Taken down',
  },
  pictures: (count: number): string => countOf(count, 'picture'),
  picturesBefore: (before: number, now: number): string =>
    before === now ? countOf(now, 'picture') : `${before} → ${countOf(now, 'picture')}`,
  nothing: 'not there',

  // LogPart
  log: 'Log',
  nothingYet: 'Nothing has been put live yet.',
  putBy: (by: string): string => `put live by ${by}`,
  takenBackBy: (by: string): string => `taken back by ${by}`,
  somebody: 'somebody',
  ofPlacement: (name: string): string => `, ${name}`,
  done: (done: number, all: number): string => `${done} of ${countOf(all, 'product')}`,
  refused: (count: number): string => `, ${count} refused`,
  failed: (count: number): string => `, ${count} not changed`,
  waits: (reason: string): string => `Waits: ${reason}`,
  pause: 'Pause',
  goOn: 'Go on',
  stop: 'Stop',
  takeBack: 'Take back',
  isTakenBack: 'Taken back already',
  underWay: 'Still under way',
  nothingDone: 'Nothing of it is live',
} as const
