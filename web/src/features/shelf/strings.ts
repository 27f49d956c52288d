import { formatCount } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // ShelfPage
  nothingMade:
    'Nothing has been made yet. Make the renditions on the sheet; they stand here as a shop would show them.',
  noProducts: 'The finished pictures belong to no product yet.',
  toProducts: 'Products',
  own: 'the brief’s own',
  listing: 'Listing',
  saveFolder: 'Save as a folder',
  folderCouldntBeSaved: 'The folder couldn’t be saved',

  // ShelfTools
  files: 'Files',
  beside: 'beside',
  nothing: 'nothing',
  originals: 'photographs',
  earlier: 'files made before',
  widthOf: (px: number): string => `${px} px`,
  width: 'Width',
  density: 'Pixels a CSS pixel',
  times: (density: number): string => `${density}×`,
  lines: 'Lines',
  noLines: 'none',
  thirds: 'thirds',
  base: 'base line',
  aligned: 'Align texts',
  line: 'Line speed',

  // Shop
  shop: (caption: string): string => `The shop, ${caption}`,

  // LoadPart
  weight: 'Weight',
  loaded: (pictures: string, bytes: string): string => `${pictures} loaded, ${bytes}`,
  firstScreen: 'First screen',
  everything: 'Everything near it',
  howReckoned:
    'Reckoned: four round trips before the page, one more for its pictures, first those on the screen, over the line’s rate. Lazy pictures far below wait, as they do here.',

  // SlotPart
  whatEachLoads: 'What each slot loads',
  shows: (file: number, needs: number): string => `${file} px for ${needs} px`,
  tooFew: 'too few pixels',

  // LinePart
  outOfLine: 'Out of line',
  outBy: (share: string, isAbove: boolean): string =>
    `${share} ${isAbove ? 'above' : 'below'} its row`,
  inLine: 'All products stand in line.',

  // OrderPart
  order: 'Order',
  orderHint: 'Drag, or use the arrow keys; the first is the cover.',
  cover: 'cover',
  putInOrder: (sku: string): string => `Pictures of ${sku} put in order`,
  orderCouldntBeSaved: 'The order couldn’t be saved',

  // ReadAloudPart
  readAloud: 'Read aloud',
  image: (alt: string): string => `Image: ${alt}`,
  noDescription: 'Image without a description',
  pictures: (count: number): string =>
    `${formatCount(count)} ${count === 1 ? 'picture' : 'pictures'}`,
  copyMarkup: 'Copy its markup',
  markupCopied: 'The markup is on the clipboard.',
  couldntBeCopied: 'It couldn’t be copied',
} as const
