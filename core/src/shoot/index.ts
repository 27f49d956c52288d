export * from './rows'
export * from './delivery'
export * from './products'
export * from './container'
export { createShootModel, type ShootModel } from './createShootModel'
export { derived } from './derived'
export { badnessOf } from './badness'
export { evenInputs } from './evenInputs'
export { countFindings, type FindingCount } from './findingCounts'
export { findingsByKind, whyOf } from './findings'
export {
  FIELDS,
  filterWords,
  isFiltering,
  NO_FILTER,
  toggled,
  type Choice,
  type Field,
  type Filter,
  type FilterWord,
} from './filter'
export { fill01, offCentre01 } from './frameReading'
export { groupBy } from './groupBy'
export { groupByLighting, lightReadings, outlying, type LightReading } from './lightReadings'
export { ORDERS, type OrderId } from './order'
export {
  isTouched,
  lightingOf,
  lightingTouches,
  slotFor,
  type Recipe,
  type RecipeRows,
} from './recipe'
export { looksOf, seenAs } from './seenAs'
export { bySlot, makeWords, type Renditions } from './standing'
export { verdictWords, type ShotVerdict } from './verdicts'
export { waitsOf, type ShootCounts, type Wait } from './waits'
