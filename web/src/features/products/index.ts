export { ProductDataWindow } from './ProductDataWindow'
export { lookAtTables, useProductData } from './productDataStore'
