import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // AlsoForWindow
  whichProductsDoesOfAlso: (value: string | number, value2: string | number): string =>
    `Which products does ${value} of ${value2} also show?`,
  itCouldntBeSaved: 'It couldn’t be saved',
  thereAreNoOtherProducts: 'There are no other products.',
  cancel: 'Cancel',
  onlyItsOwn: 'Only its own',
  for: (size: number): string => `For ${countOf(size, 'more', 'more')}`,

  // PictureWords
  picture: 'Picture',
  file: 'File',
  description: 'Description',
  goesTo: 'Goes to',
  onePlaceForward: (fileName: string | number): string => `${fileName} one place forward`,
  onePlaceBack: (fileName: string | number): string => `${fileName} one place back`,
  fileNameOf: (fileName: string | number): string => `File name of ${fileName}`,
  nameCouldntBeSaved: 'The name couldn’t be saved',
  descriptionOf: (fileName: string | number): string => `Description of ${fileName}`,
  alsoFor: 'Also for …',
  alsoForWithNames: (names: string | number): string => `Also for ${names}`,
  itCouldntBeChanged: 'It couldn’t be changed',
  setAside: 'Set aside; click to send it',
  fromPatternTypeToOverride: 'From the pattern; type to override',
  overriddenClearToUsePattern: 'Overridden; clear to use the pattern',

  // ProductDataWindow
  tableCouldntBeClosed: 'The table couldn’t be closed',
  importProductsFrom: (fileName: string | number): string => `Import products from ${fileName}`,
  productData: 'Product data',
  afterThisOne: (more: number): string => `${countOf(more, 'more table')} after this one.`,
  pasteRowsWithHeadingHere: 'Paste rows with a heading here, or drop a CSV on the sheet.',
  namesReadAsChanged: (pattern: string | number, moved: number): string =>
    `Names read as ${pattern}: ${countOf(moved, 'shot')} changed.`,
  columns: 'Columns',
  columnFor: (label: string | number): string => `Column for ${label}`,
  none: 'none',
  import: (count: number): string => `Import ${countOf(count, 'product')}`,
  productsCouldntBeImported: 'The products couldn’t be imported',
  row: 'Row',
  andMore: (value: string | number): string => `and ${value} more`,
  howFileNamesAreRead: 'How file names are read',
  patternOfFileNames: 'Pattern of the file names',
  matchesOfToProducts: (fits: string | number, count: number): string =>
    `matches ${fits} of ${countOf(count, 'shot')} to products`,
  hasNoSku: 'has no SKU',
  applyToFileNames: 'Apply to file names',
  namesCouldntBeRead: 'The names couldn’t be read',
  skuAngleOrderAndAny:
    'SKU, ANGLE, ORDER and ANY stand for parts of the name; everything else is literal.',

  // ProductCard
  cover: 'cover',
  pictureOf: (name: string): string => `Picture ${name}`,
  nowItsCover: ', now its cover',
  picturesOfPutInOrder: (sku: string | number, cover: string | number): string =>
    `Pictures of ${sku} put in order${cover}`,
  orderCouldntBeSaved: 'The order couldn’t be saved',

  // ProductsPage
  products: 'Products',
  withPictures: 'with pictures',
  namesAre: (pattern: string): string => `Names ${pattern}`,
  descriptionsAre: (pattern: string): string => `Descriptions ${pattern}`,
  likeThePhotograph: 'like the photograph',
  trueSizes: 'True sizes …',
  productDataMenu: 'Product data …',
  firstPictureIsCoverDrag:
    'The first picture is the cover. Drag pictures to reorder them. Click one for its file name, its description and where it goes; type to override the patterns.',
  noPictureOf: 'No picture of',
  own: 'own:',
  its: 'its',
  their: 'their',
  shownBy: (sku: string | number, value: string | number): string => `${sku} (shown by ${value})`,

  variant: (at: number, of: number): string => `variant ${at} of ${of}`,

  // TrueSizesWindow
  sizesCouldntBeSaved: 'The sizes couldn’t be saved',
  frameProductsInTrueRelative: 'Frame products in true relative size?',
  noColumnOfProductData:
    'No column of the product data has a length or a volume for at least two products, such as “30 cm” or “0.5 l”. Set the size of a single shot on the bench, under Frame.',
  by: 'By',
  largestFillsItsFrameAs: '; the largest fills its frame as the brief says.',
  anotherColumn: 'Another column',
  and: (value: number): string => `and ${countOf(value, 'more', 'more')}`,
  size: (count: number): string => `Size ${countOf(count, 'product')}`,
}
