export { Placement, PlacementChanges } from './placement'
export { OutletRules } from './rules'
export { MAX_OUTLET_PLACEMENTS, Outlet, OUTLET_VERSION, placesOf, type OutletPlace } from './outlet'
export { READY_OUTLETS } from './readyOutlets'
export {
  checkFile,
  readFinished,
  remedyFor,
  RULE_IDS,
  RULE_WORDS,
  type BrokenRule,
  type FinishedFile,
  type Remedy,
  type RuleId,
} from './check'
