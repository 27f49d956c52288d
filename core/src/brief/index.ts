export {
  Brief,
  BRIEF_VERSION,
  BriefSteps,
  describeBrief,
  readBrief,
  SHOP_WHITE,
  type BriefProblem,
} from './brief'
export { matteKey, neededSidePx, placementSize, Plan, planShot, renditionKey } from './plan'
