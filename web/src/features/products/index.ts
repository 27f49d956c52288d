export { ProductDataWindow } from './ProductDataWindow'
export { ProductsPage } from './ProductsPage'
