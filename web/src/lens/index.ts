export { defineLens, type StepLens } from './lens'
export { lensTiles, type LensTile, type LensTiles } from './lensTiles'
