export { FilterMenu } from './FilterMenu'
export { FilterWords } from './FilterWords'
