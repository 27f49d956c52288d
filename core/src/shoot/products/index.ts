export {
  ANGLES,
  guessPattern,
  isNamePattern,
  PATTERNS,
  readFileName,
  readName,
  type NameParts,
} from './namePattern'
export { pictureWords } from './pictureWords'
export { groupByProduct, inSheetOrder, withShared, type ShotGroup } from './productGroups'
export {
  guessMapping,
  mapProducts,
  PRODUCT_FIELDS,
  readTable,
  TABLE_LIMITS,
  TableError,
  type Mapping,
  type Table,
  type TableProblem,
} from './productTable'
