export { ProductDataWindow } from './ProductDataWindow'
