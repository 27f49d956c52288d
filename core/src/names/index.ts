export { safeStem, stemOf, uniqueStems } from './fileNames'
