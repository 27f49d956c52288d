export { enlargePart, type Enlargement, type Enlarger } from './enlarger'
export {
  askFinder,
  FINDER_SIDE_PX,
  findClosely,
  findProduct,
  spreadProbability,
  type Finder,
} from './finder'
export { type NetworkId, type NetworkOf, type Networks } from './networks'
