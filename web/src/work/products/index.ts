export { alsoFor, arrange, moved, sendTo, writeWords } from './arrange'
export {
  guessPattern,
  isNamePattern,
  PATTERNS,
  readFileName,
  readName,
  type NameParts,
} from './namePattern'
export { applyTrueSizes, trueSizes, type TrueSize } from './trueSizes'
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
export { applyNamePattern, assignProduct, takeInProducts } from './products'
export { dropTable, useProductData, useWaitingTable, type WaitingTable } from './useProductData'
