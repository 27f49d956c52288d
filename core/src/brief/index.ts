export {
  Brief,
  describeBrief,
  describeSteps,
  nearest,
  readBrief,
  SHOP_WHITE,
  type BriefProblem,
} from './brief'
export { BRIEF_MIGRATIONS, BRIEF_VERSION, migrateBrief } from './migrations'
export {
  BriefSteps,
  settingsSchema,
  Touches,
  touchesSchema,
  UNTOUCHED,
  type AnySettings,
  type AnyTouches,
} from './settings'
export { STARTING_BRIEFS } from './startingBriefs'
export {
  assetsOf,
  isWorkedOn,
  ownOf,
  placementsOf,
  planOf,
  planShot,
  readsAbout,
  renditionKey,
  settingsFor,
  settingsKey,
  settingsPart,
  stepKey,
  type Plan,
} from './plan'
export { readOutlet } from './readOutlet'
export { layered, layerSteps, originOf, type Origin } from './layers'
