export {
  choicesOf,
  isFiltering,
  matching,
  NO_FILTER,
  toggled,
  type Field,
  type Filter,
} from './filter'
export { FilterMenu } from './FilterMenu'
export { FilterWords } from './FilterWords'
export { inOrder, ORDERS, type OrderId } from './order'
