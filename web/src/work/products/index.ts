export { alsoFor, arrange, moved, sendTo, writeWords } from './arrange'
export { applyTrueSizes, trueSizes, type TrueSize } from './trueSizes'
export { applyNamePattern, assignProduct, takeInProducts } from './products'
export { dropTable, useProductData, useWaitingTable, type WaitingTable } from './useProductData'
