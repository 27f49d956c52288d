export {
  Brief,
  BRIEF_VERSION,
  BriefSteps,
  describeBrief,
  readBrief,
  SHOP_WHITE,
  type BriefProblem,
} from './brief'
export { STARTING_BRIEFS } from './startingBriefs'
export { matteKey, neededSidePx, placementSize, Plan, planShot, renditionKey } from './plan'
export { layerSteps, originOf, Touches, UNTOUCHED, type LightingLayer, type Origin } from './layers'
